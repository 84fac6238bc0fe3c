# Shared by ./start, ./verify and ./lumbrit: what a fresh Debian machine lacks, and the build. Sourced, not run.
# Everything is bash and Debian's own tools.

ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
BUILD="$ROOT/.build"
mkdir -p "$BUILD"

say() { printf '%s\n' "$*" >&2; }
fail() {
  printf 'lumbrit: %s\n' "$*" >&2
  exit 1
}

apt_updated=no
# Installs Debian packages that are missing: need COMMAND-OR-FILE PACKAGE …
need() {
  local probe=$1
  shift
  if command -v "$probe" >/dev/null 2>&1 || compgen -G "$probe" >/dev/null; then return; fi
  [ "$(id -u)" = 0 ] || fail "$* is missing. Install it (apt-get install $*) or run this once as root."
  say "Installing $* …"
  if [ $apt_updated = no ]; then
    apt-get update -qq >"$BUILD/apt.log" 2>&1 || fail "apt-get update failed; see $BUILD/apt.log"
    apt_updated=yes
  fi
  DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@" >>"$BUILD/apt.log" 2>&1 ||
    fail "Debian could not install $*; see $BUILD/apt.log"
}

need_java() {
  need javac openjdk-17-jdk-headless
  need mvn maven
}

# Node 20.19 or newer; where Debian's own is older, the npm package "node" brings one.
need_node() {
  need node nodejs
  need npm npm
  if node -e 'const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 20 || (a === 20 && b >= 19) ? 0 : 1)'; then return; fi
  if [ ! -x "$BUILD/node/node_modules/node/bin/node" ]; then
    say "Installing a newer Node …"
    npm install --silent --prefix "$BUILD/node" node@22 >"$BUILD/node.log" 2>&1 || fail "npm could not install Node 22; see $BUILD/node.log"
  fi
  PATH="$BUILD/node/node_modules/node/bin:$PATH"
}

postgres_bin() {
  ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1
}

need_postgres() {
  need '/usr/lib/postgresql/*/bin/initdb' postgresql
  PG_BIN=$(postgres_bin)
}

# A fingerprint of the sources below the given folders.
fingerprint() {
  (
    cd "$ROOT" || exit 1
    find pom.xml "$@" -type f -not -path '*/target/*' -not -path '*/node_modules/*' -not -path '*/dist/*' -print0 |
      sort -z | xargs -0 sha256sum | sha256sum | cut -d' ' -f1
  )
}

# Maven's own work is over before a second compilation of its classes would pay.
maven() {
  (cd "$ROOT" && MAVEN_OPTS="${MAVEN_OPTS:--XX:TieredStopAtLevel=1 -XX:+UseParallelGC}" mvn -B -ntp "$@")
}

# Builds what is asked for where sources have changed: build_once NAME LOG FOLDER … -- COMMAND …
build_once() {
  local name=$1
  shift
  local folders=()
  while [ "$1" != -- ]; do
    folders+=("$1")
    shift
  done
  shift
  local now
  now=$(fingerprint "${folders[@]}")
  if [ "$(cat "$BUILD/$name.stamp" 2>/dev/null)" = "$now" ]; then return; fi
  say "Building the $name …"
  rm -f "$BUILD/$name.stamp"
  "$@" >"$BUILD/$name.log" 2>&1 || {
    tail -n 25 "$BUILD/$name.log" >&2
    fail "building the $name failed; all of it is in $BUILD/$name.log"
  }
  echo "$now" >"$BUILD/$name.stamp"
}

web_commands() {
  cd "$ROOT/web" && npm ci --no-audit --no-fund && npm run build
}

build_web() {
  build_once page web -- web_commands
}

server_commands() {
  maven install -DskipTests -pl core,formats,server || return 1
  rm -rf "$BUILD/server" "$BUILD/server.jsa"
  (cd "$BUILD" && java -Djarmode=tools -jar "$ROOT/server/target/lumbrit-server-app.jar" extract --destination server)
}

build_server() {
  build_web
  build_once server core formats server web -- server_commands
}

cli_commands() {
  maven install -DskipTests -pl core,formats,cli || return 1
  keep_cli
}

# Puts the command line that Maven has built where ./lumbrit looks for it, with an archive of its classes.
keep_cli() {
  rm -f "$BUILD/cli.jsa"
  cp "$ROOT/cli/target/lumbrit-cli.jar" "$BUILD/lumbrit.jar"
  java -XX:ArchiveClassesAtExit="$BUILD/cli.jsa" -jar "$BUILD/lumbrit.jar" schema >/dev/null
}

# The same as of the sources that stand here, after a build of all.
take_cli() {
  rm -f "$BUILD/command line.stamp"
  keep_cli >"$BUILD/command line.log" 2>&1 || fail "the command line does not start; see $BUILD/command line.log"
  fingerprint core formats cli >"$BUILD/command line.stamp"
}

build_cli() {
  build_once 'command line' core formats cli -- cli_commands
}
