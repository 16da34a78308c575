#!/usr/bin/env bash
# Builds everything and starts Lucid Lattice with demo data: ./run.sh [--port N] [--data DIR]
set -euo pipefail
here=$(cd "$(dirname "${BASH_SOURCE[0]}")" && pwd)
"$here/build.sh"
cd "$here"
exec dotnet src/LucidLattice.Server/bin/Release/net10.0/LucidLattice.Server.dll serve "$@"
