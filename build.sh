#!/usr/bin/env bash
# Builds the front end and the server, each only when its sources changed since the last time.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")"
export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1
output=src/LucidLattice.Server/bin/Release/net10.0

newer() { # newer STAMP PATH…: true if the stamp is missing or anything is newer than it
  local stamp=$1; shift
  [ ! -f "$stamp" ] || [ -n "$(find "$@" -newer "$stamp" -type f -not -path '*/bin/*' -not -path '*/obj/*' -print -quit)" ]
}

if newer web/node_modules/.package-lock.json web/package-lock.json; then
  echo "Installing the front end's packages…" >&2
  (cd web && npm ci --no-fund --no-audit --loglevel=error >&2)
  touch web/node_modules/.package-lock.json
fi
if newer web/dist/index.html web/src web/public web/index.html web/package-lock.json web/vite.config.ts web/build \
  src/LucidLattice.Output/Fonts; then
  echo "Building the front end…" >&2
  (cd web && npm run --silent build >&2)
fi
if newer "$output/.built" src Directory.Build.props Directory.Packages.props web/dist; then
  echo "Building the server…" >&2
  dotnet restore --locked-mode -v quiet src/LucidLattice.Server >&2
  dotnet build src/LucidLattice.Server -c Release --no-restore -v quiet --nologo >&2
  touch "$output/.built"
fi
