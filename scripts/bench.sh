# Benchmarks: figures, no judgement. Sourced by ./istante.

cache="${XDG_CACHE_HOME:-$HOME/.cache}/istante"

# Where the models of household things lie once they are unpacked.
unpacked_models() {
  local models="$cache/models"
  if [ ! -d "$models" ]; then
    need_models >&2
    /usr/bin/python3 "$HERE/scripts/unpack_models.py" "$MODELS" "$models.$$" >&2
    mv "$models.$$" "$models"
  fi
  printf '%s' "$models"
}

case "${1:-}" in
  load) ;;
  accuracy)
    page="$HERE/core/target/accuracy"
    say "The first run lights 108 scenes and takes about twenty minutes; the light is kept."
    say "The page with the worst pictures will be $page/index.html"
    run_bench app.istante.core.bench.Accuracy "$cache/bed" "$page" "${2:-}"
    ;;
  cutouts)
    [ -d "${2:-}" ] || fail "Which folder of cut-outs? ./istante bench cutouts FOLDER (PNG files with alpha)"
    run_bench app.istante.core.bench.Cutouts "$2"
    ;;
  tracer)
    # Another seed is another drawing, so that what was tuned on one is judged by the next.
    need_other_tracer
    seed="${2:-11}"
    say "Tracing the first time takes half a minute a set and core; the light is kept."
    run_bench app.istante.core.bench.OtherTracer "$cache/tracer/$seed" "$seed" "${3:-44}" "${4:--}"
    ;;
  models)
    # Shapes that others made; seeds are other ways to light and turn them, in another order.
    need_other_tracer
    models="$(unpacked_models)"
    seed="${2:-18}"
    say "Tracing the first time takes a minute a set and core; the light is kept."
    run_bench app.istante.core.bench.OtherTracer "$cache/tracer/models-$seed" "$seed" "${3:-24}" \
      "${4:--}" "$models"
    ;;
  glance)
    # Hours where nothing is traced yet; what is learned goes to where the core reads it. The second
    # network learns on; the first stays as it is, or both would come to the same mistakes.
    need_learning
    need_other_tracer
    models="$(unpacked_models)"
    minutes="${2:-60}"
    work="$cache/glance"
    learning="$HERE/scripts/glance"
    mkdir -p "$work"
    build_bench_if_stale
    bench() { "${JAVA[@]}" -Xmx1g -cp "$(bench_path)" "app.istante.core.bench.$@"; }
    bench GlancePictures "$cache/bed" "$work/bed"
    # Seeds from 14 on judge; they are not learned from.
    for seed in 11 12 13; do
      bench OtherTracer "$cache/tracer/$seed" "$seed" 44 "$work/traced-$seed"
    done
    pictures() { /usr/bin/python3 "$learning/pictures.py" "$@"; }
    bench GlanceSets "$cache/tracer/small" 1000 1350 "$work/small"
    bench GlanceSets "$cache/tracer/small-models" 3000 700 "$work/small-models" "$models"
    pictures taken "$work/taken.npz" "$work/bed" "$work"/traced-*
    pictures taken "$work/traced.npz" "$work/small" "$work/small-models"
    stamps=/usr/share/tuxpaint/stamps
    pictures drawn "$stamps" 7000 5100000 192 144 "$work/wide-1.npz" &
    pictures drawn "$stamps" 7000 5200000 192 144 "$work/wide-2.npz"
    wait
    pictures drawn "$stamps" 3000 5300000 160 160 "$work/square.npz" &
    pictures drawn "$stamps" 3000 5400000 144 192 "$work/tall.npz"
    wait
    # As large as a second opinion sees them.
    pictures drawn "$stamps" 1600 5500000 256 192 "$work/closer.npz"
    weights="$HERE/core/src/main/resources/app/istante/core/mask/glance-net-second.bin"
    expected="$HERE/core/src/test/resources/app/istante/core/mask/glance-net-second.csv"
    /usr/bin/python3 "$learning/learn.py" "$minutes" "$work/glance-net.bin" \
      "$work/wide-1.npz,$work/wide-2.npz,$work/square.npz,$work/tall.npz,$work/closer.npz" "$work/taken.npz" \
      "$work/traced.npz" "$weights"
    cp "$work/glance-net.bin" "$weights"
    cp "$work/glance-net.csv" "$expected"
    exit 0
    ;;
  ground)
    # An hour and a half; what is learned goes to where the core reads it.
    need_learning
    need_other_tracer
    work="$cache/ground"
    mkdir -p "$work"
    build_bench_if_stale
    sets() { "${JAVA[@]}" -Xmx1g -cp "$(bench_path)" app.istante.core.bench.GroundSets "$@"; }
    sets ours "$work/ours.bin" 7 1600
    for seed in 107 108 109; do
      sets other "$work/other-$seed.bin" "$seed" 250 "$cache/tracer/ground-$seed"
    done
    weights="$HERE/core/src/main/resources/app/istante/core/mask/ground-net.bin"
    /usr/bin/python3 "$HERE/scripts/ground/learn.py" "${2:-45}" "$work/ground-net.bin" \
      "$work/ours.bin,$work/other-107.bin,$work/other-108.bin,$work/other-109.bin" "$weights"
    cp "$work/ground-net.bin" "$weights"
    cp "$work/ground-net.csv" "$HERE/core/src/test/resources/app/istante/core/mask/ground-net.csv"
    exit 0
    ;;
  remedies) run_bench app.istante.core.bench.RemedyBench ;;
  outlines)
    say "The sets are traced again, for what the product covers: three minutes."
    run_bench app.istante.core.bench.DemoOutlines "$HERE/demo"
    ;;
  finishing) run_bench app.istante.core.bench.FinishBench "$HERE/demo/photos" ;;
  speed)
    # One after the other on the same files; pairs of runs matter, not single ones.
    need_python_imaging
    pictures="$cache/speed"
    build_bench_if_stale
    class=app.istante.core.bench.SpeedBench
    path="$(bench_path)"
    measure() { "${JAVA[@]}" -cp "$path" "$class" "$pictures" "$@"; }
    # Drawing them takes more memory than a check may.
    java -Xmx3g -Djava.awt.headless=true -cp "$path" "$class" "$pictures" make
    /usr/bin/python3 "$HERE/scripts/decode_and_convert.py" "$pictures"/*-12mp.jpg
    measure
    /usr/bin/python3 "$HERE/scripts/decode_and_convert.py" "$pictures"/*-12mp.jpg
    measure flat
    /usr/bin/python3 "$HERE/scripts/whole_process.py" "$HERE/istante" "$pictures/good-12mp.jpg"
    exit 0
    ;;
  kernels) run_bench org.openjdk.jmh.Main KernelBench ;;
  render) run_bench app.istante.core.sim.RenderBench ;;
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
