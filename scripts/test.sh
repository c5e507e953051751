# Every test: formats and lint, core, server on a private database, the real interface in a browser.
# Sourced by ./istante. The last line is "N passed, N failed".

need_builders
need_mariadb
need_chromium
need_heif

work="$(mktemp -d "${TMPDIR:-/tmp}/istante-test.XXXXXX")"
DATA_DIR="$work"
trap 'database_stop; rm -rf "$work"' EXIT
trap 'exit 130' INT TERM

# Reports of an earlier run must not be counted.
rm -rf core/target/surefire-reports server/target/surefire-reports journeys/target/surefire-reports

database_start
say "Testing …"
built=0
mvn -B -ntp -Dmaven.test.failure.ignore=true \
  "-Distante.db.url=jdbc:mariadb://127.0.0.1:$DB_PORT/istante_test?createDatabaseIfNotExist=true" \
  "-Distante.chromium=$(command -v chromium)" \
  verify >"$work/maven.log" 2>&1 || built=1
grep -E "Tests run:|FAILURE|^\[ERROR\]" "$work/maven.log" | head -80 || true
[ "$built" = 0 ] || tail -60 "$work/maven.log"

linted=0
(cd web && npm run --silent lint) >"$work/lint.log" 2>&1 || linted=1
[ "$linted" = 0 ] || { say "The web code has lint:"; cat "$work/lint.log"; }

count() { # sums an attribute of all suites
  cat {core,server,journeys}/target/surefire-reports/TEST-*.xml 2>/dev/null |
    grep -o "<testsuite [^>]*" | grep -o " $1=\"[0-9]*\"" | tr -dc '0-9\n' | awk '{s+=$1} END {print s+0}'
}
tests="$(count tests)"
failed="$(( $(count failures) + $(count errors) ))"
skipped="$(count skipped)"
# A build that broke, lint, and a test that was skipped because its set-up broke, are failures too.
failed="$(( failed + skipped + built + linted ))"
passed="$(( tests - $(count failures) - $(count errors) - skipped ))"
say "$passed passed, $failed failed"
[ "$failed" = 0 ] && [ "$passed" -gt 0 ] || exit 1
exit 0
