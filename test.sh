#!/usr/bin/env bash
# Installs what the tests need, builds everything, runs every test. The last line is "N passed, N failed".
#   ./test.sh PART…            builds and tests parts alone: the names of folders in tests, such as Charts or Sql, or web
#   ./test.sh --soak SECONDS   instead lets each fuzzer draw new inputs for as long, and kills servers ten times as often
set -uo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")"
export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1

# The browser and its driver, qpdf, poppler's tools, a font and Unicode's own test files come from Debian.
missing=()
[ -f /usr/share/unicode/auxiliary/LineBreakTest.txt ] || missing+=(unicode-data)
[ -f /usr/share/fonts/truetype/dejavu/DejaVuSans.ttf ] || missing+=(fonts-dejavu-core)
for pair in chromium:chromium chromedriver:chromium-driver qpdf:qpdf pdffonts:poppler-utils; do
  command -v "${pair%%:*}" >/dev/null || missing+=("${pair##*:}")
done
if [ ${#missing[@]} -gt 0 ]; then
  echo "Installing ${missing[*]}…"
  install=(apt-get)
  [ "$(id -u)" = 0 ] || install=(sudo apt-get)
  "${install[@]}" update -qq && DEBIAN_FRONTEND=noninteractive "${install[@]}" install -y -qq "${missing[@]}" >/dev/null || { echo "0 passed, 1 failed"; exit 1; }
fi

fail() { echo "$1"; echo "0 passed, 1 failed"; exit 1; }
# Whoever tests everything, the front end or the server needs both built; other parts need the front end's packages alone.
case " ${*:---soak} " in
  *" web "* | *" Server "* | *" Browser "* | *" Product "* | *" --soak "*) ./build.sh || fail "The build failed." ;;
  *) [ -d web/node_modules ] || ./build.sh || fail "The build failed." ;;
esac
dotnet restore --locked-mode -v quiet LucidLattice.slnx || fail "The packages could not be restored."
if [ $# -eq 0 ] || [ "$1" = --soak ]; then
  parts=(web $(cd tests && ls -d LucidLattice.*.Tests | sed 's/^LucidLattice\.//; s/\.Tests$//'))
  dotnet build LucidLattice.slnx -c Release --no-restore -v quiet --nologo || fail "The tests do not build."
else
  parts=("$@")
  for part in "${parts[@]}"; do
    [ "$part" = web ] || dotnet build "tests/LucidLattice.$part.Tests" -c Release --no-restore -v quiet --nologo || fail "The tests do not build."
  done
fi

passed=0 failed=0
run() { # PROJECT [CLASS…]
  local project=$1 log code total bad
  shift
  log=$(mktemp)
  dotnet "tests/LucidLattice.$project.Tests/bin/Release/net10.0/LucidLattice.$project.Tests.dll" -noColor "$@" 2>&1 | tee "$log"
  code=${PIPESTATUS[0]}
  read -r total bad < <(sed -n 's/.*Total: \([0-9]*\), Errors: \([0-9]*\), Failed: \([0-9]*\),.*/\1 \2 \3/p' "$log" | tail -n 1 | awk '{ print $1, $2 + $3 }')
  # A run that ended without its summary has failed, whatever it counted.
  if [ -z "${total:-}" ]; then total=1 bad=1; elif [ "$code" -ne 0 ] && [ "$bad" -eq 0 ]; then bad=1; fi
  passed=$((passed + total - bad)) failed=$((failed + bad))
  rm -f "$log"
}
if [ "${1:-}" = --soak ]; then
  export LATTICE_SOAK_SECONDS=${2:-300}
  run Product -class "*FuzzTests"
  run Server -class "*RequestFuzzTests" -class "*CrashTests"
  echo "$passed passed, $failed failed"
  [ "$failed" -eq 0 ]
  exit
fi
web() {
  local check log good bad
  # The front end's rules and form count as one test each.
  for check in "eslint --max-warnings 0 src" "prettier --check --log-level warn src"; do
    if (cd web && npx --no-install $check); then passed=$((passed + 1)); else failed=$((failed + 1)); fi
  done
  log=$(mktemp)
  (cd web && npx --no-install vitest run --reporter=default --reporter=json --outputFile.json="$log")
  read -r good bad < <(node -e 'const r = JSON.parse(require("fs").readFileSync(process.argv[1])); console.log(r.numPassedTests, r.numTotalTests - r.numPassedTests)' "$log" 2>/dev/null || echo 0 1)
  passed=$((passed + good)) failed=$((failed + bad))
  rm -f "$log"
}
for part in "${parts[@]}"; do
  if [ "$part" = web ]; then web; else run "$part"; fi
done
echo "$passed passed, $failed failed"
[ "$failed" -eq 0 ] && [ "$passed" -gt 0 ]
