# What must be on the machine, and building what is stale. Sourced by ./istante.

# need_packages PROGRAM PACKAGE...: installs Debian packages where the program is missing.
need_packages() {
  local program="$1"; shift
  command -v "$program" >/dev/null 2>&1 && return 0
  command -v apt-get >/dev/null 2>&1 || fail "$program is missing. Install: $*"
  local as_root=()
  if [ "$(id -u)" != 0 ]; then
    command -v sudo >/dev/null 2>&1 || fail "Ask an administrator to install: $*"
    say "Administrator rights are needed once, to install: $*"
    as_root=(sudo)
  fi
  say "Installing from Debian's packages: $*"
  local log; log="$(mktemp)"
  if ! { "${as_root[@]}" apt-get update -qq &&
         "${as_root[@]}" env DEBIAN_FRONTEND=noninteractive \
           apt-get install -y -qq --no-install-recommends "$@"; } >"$log" 2>&1; then
    # A package whose service can't start here may still have put its programs in place.
    command -v "$program" >/dev/null 2>&1 || { cat "$log" >&2; rm -f "$log"; fail "Could not install $*"; }
  fi
  rm -f "$log"
}

need_mariadb() { need_packages mariadbd mariadb-server; need_packages curl curl; }
# Opens what many phones write; without it those photos are refused with a sentence.
need_heif() {
  # Not by a pipe: a search that ends at its first find would end what lists them with an error.
  [[ "$(/sbin/ldconfig -p)" == *'libheif.so.1 '* ]] || need_packages library-libheif libheif1
}
# Tried once after a first build: without a network no start waits for it again.
want_heif() {
  local tried="$HERE/server/target/heif-tried"
  [ ! -e "$tried" ] || return 0
  touch "$tried"
  (need_heif) || say "Photos in HEIC and AVIF can't be opened; all else works."
}
need_chromium() { need_packages chromium chromium; }
# Only the speed bench compares with it; a module has no program to look for.
need_python_imaging() {
  /usr/bin/python3 -c 'from PIL import ImageCms' 2>/dev/null || need_packages python3-imaging-module python3 python3-pil
}
# Learning what things look like takes a few hundred cut-outs; any PNG files with alpha would do.
need_learning() {
  /usr/bin/python3 -c 'import torch, scipy, PIL' 2>/dev/null ||
    need_packages python3-learning-modules python3-torch python3-scipy python3-pil
  [ -d /usr/share/tuxpaint/stamps ] || need_packages cut-out-pictures tuxpaint-stamps-default
}
# Shapes that nobody here thought of, to judge by; any OBJ files would do.
MODELS=/usr/share/sweethome3d/furniture
need_models() { [ -d "$MODELS" ] || need_packages household-models sweethome3d-furniture python3; }
need_other_tracer() { need_packages povray povray; }
need_builders() {
  need_packages javac default-jdk-headless
  need_packages mvn maven
  need_packages npm npm
}

# True where any source is newer than the file.
stale() {
  local made="$1"; shift
  [ ! -e "$made" ] && return 0
  [ -n "$(find "$@" -newer "$made" -type f \
      -not -path '*/target/*' -not -path '*/node_modules/*' -not -path '*/dist/*' \
      -not -name schema.d.ts -print -quit 2>/dev/null)" ]
}

maven() { mvn -B -q -ntp "$@"; }

build_if_stale() {
  if stale "$SERVER_JAR" core/src/main server/src/main web demo pom.xml core/pom.xml server/pom.xml; then
    need_builders
    say "Building (the first time takes a few minutes) …"
    maven -pl core,web,server package -DskipTests -Dspotless.check.skip=true || fail "The build failed; the reason stands above."
    touch "$SERVER_JAR"
  fi
}

build_core_if_stale() {
  if stale core/target/istante-core.jar core/src/main core/pom.xml pom.xml; then
    need_builders
    say "Building the core …" >&2
    maven -pl core package -DskipTests -Dspotless.check.skip=true >&2 || fail "The build failed; the reason stands above."
    touch core/target/istante-core.jar
  fi
}

# The classes that a check needs, ready to be mapped into memory: half a second less at every start.
share_core_classes() {
  [ "$CORE_ARCHIVE" -nt core/target/istante-core.jar ] && return 0
  "${JAVA[@]}" -Xlog:disable "-XX:ArchiveClassesAtExit=$CORE_ARCHIVE" -cp "$CORE_PATH" \
    app.istante.core.cli.CheckCommand --json demo/photos/take-01.jpg >/dev/null 2>&1 || true
  # Where none can be made, it is not tried at every start.
  touch "$CORE_ARCHIVE"
}

# The classes of the application, mapped into memory likewise; the first start after a build writes
# them down as it ends.
server_sharing() {
  if [ "$SERVER_ARCHIVE" -nt "$SERVER_JAR" ]; then
    SERVER_SHARING="-XX:SharedArchiveFile=$SERVER_ARCHIVE"
  else
    SERVER_SHARING="-XX:ArchiveClassesAtExit=$SERVER_ARCHIVE.$$"
  fi
}
keep_server_classes() {
  [ ! -e "$SERVER_ARCHIVE.$$" ] || mv -f "$SERVER_ARCHIVE.$$" "$SERVER_ARCHIVE"
}

build_bench_if_stale() {
  if stale core/target/test.classpath core/src core/pom.xml pom.xml; then
    need_builders
    say "Building the core and its test bed …" >&2
    maven -pl core -DskipTests -Dspotless.check.skip=true test-compile \
      dependency:build-classpath -Dmdep.includeScope=test \
      "-Dmdep.outputFile=$HERE/core/target/test.classpath" >&2 ||
      fail "The build failed; the reason stands above."
    touch core/target/test.classpath
  fi
}
