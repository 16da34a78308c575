#!/usr/bin/env bash
# Prints the table of benchmarks, each figure beside its yardstick: bench/run.sh [NAME…]
set -euo pipefail
here=$(cd "$(dirname "${BASH_SOURCE[0]}")" && pwd)
"$here/../build.sh"
export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1
[ -d "$here/echarts/node_modules" ] || (cd "$here/echarts" && npm ci --no-fund --no-audit --loglevel=error >&2)
dotnet restore --locked-mode -v quiet "$here/LucidLattice.Bench" >&2
dotnet build "$here/LucidLattice.Bench" -c Release --no-restore -v quiet --nologo >&2
exec dotnet "$here/LucidLattice.Bench/bin/Release/net10.0/LucidLattice.Bench.dll" "$@"
