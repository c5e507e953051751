# Benchmarks: figures, no judgement. Sourced by ./istante.

case "${1:-}" in
  load) ;;
  *) usage >&2; exit 2 ;;
esac

need_builders
need_mariadb
need_chromium
say "Building …"
work="$(mktemp -d "${TMPDIR:-/tmp}/istante-bench.XXXXXX")"
DATA_DIR="$work"
trap 'database_stop; rm -rf "$work"' EXIT
trap 'exit 130' INT TERM
database_start
maven -Pbench-load -DskipTests -Dspotless.check.skip=true \
  "-Distante.db.url=jdbc:mariadb://127.0.0.1:$DB_PORT/istante_test?createDatabaseIfNotExist=true" \
  "-Distante.chromium=$(command -v chromium)" verify
