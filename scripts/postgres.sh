# A PostgreSQL cluster of our own on loopback, with a password nobody else has. Sourced after common.sh.

# PostgreSQL refuses to run as root: then an unprivileged user runs it.
as_postgres() {
  if [ "$(id -u)" = 0 ]; then
    (cd / && runuser -u postgres -- "$@")
  else
    "$@"
  fi
}

free_port() {
  local port
  for port in $(shuf -i 20000-45000 -n 50); do
    if ! (exec 3<>"/dev/tcp/127.0.0.1/$port") 2>/dev/null; then
      echo "$port"
      return
    fi
  done
  fail "no free port for PostgreSQL was found on 127.0.0.1."
}

# is_alive PID: whether such a process runs; one that has ended and was not asked after is nobody
is_alive() {
  [ -n "${1:-}" ] && kill -0 "$1" 2>/dev/null && ! grep -q '^State:[[:space:]]*Z' "/proc/$1/status" 2>/dev/null
}

# The process of the cluster in PG_FOLDER, as its own file says.
postgres_process() {
  head -n 1 "$PG_FOLDER/postmaster.pid" 2>/dev/null
}

postgres_is_alive() {
  is_alive "$(postgres_process)"
}

# postgres_leftover: stops the cluster that an earlier start has left behind, or forgets one that is no more.
postgres_leftover() {
  local process
  process=$(postgres_process)
  [ -n "$process" ] || return 0
  if is_alive "$process" && tr '\0' ' ' 2>/dev/null <"/proc/$process/cmdline" | grep -q -- "$PG_FOLDER"; then
    say "Stopping the database that an earlier start has left behind …"
    as_postgres "$PG_BIN/pg_ctl" -D "$PG_FOLDER" -w -t 30 -m fast stop >/dev/null 2>&1 ||
      as_postgres "$PG_BIN/pg_ctl" -D "$PG_FOLDER" -w -t 30 -m immediate stop >/dev/null 2>&1 || true
  else
    rm -f "$PG_FOLDER/postmaster.pid"
  fi
}

# postgres_cluster DATA: makes it beside and gives it its name when it is whole, so that one that was cut short is never used.
postgres_cluster() {
  local data=$1 part="$PG_FOLDER.part" handed
  rm -rf "$part"
  mkdir -p "$part"
  [ "$(id -u)" != 0 ] || chown postgres "$part"
  chmod 700 "$part"
  handed=$(mktemp)
  printf '%s' "$PG_PASSWORD" >"$handed"
  [ "$(id -u)" != 0 ] || chown postgres "$handed"
  as_postgres "$PG_BIN/initdb" -D "$part" -U lumbrit -E UTF8 --locale=C.UTF-8 --auth=scram-sha-256 --pwfile="$handed" \
    >"$data/initdb.log" 2>&1 || {
    rm -f "$handed"
    fail "PostgreSQL could not make its cluster: $(tail -n 1 "$data/initdb.log")"
  }
  rm -f "$handed"
  rm -rf "$PG_FOLDER"
  mv "$part" "$PG_FOLDER"
}

# postgres_start DATA: sets PG_PORT, where it is not set, and PG_PASSWORD
postgres_start() {
  local data=$1
  PG_FOLDER="$data/postgres"
  if [ "$(id -u)" = 0 ]; then
    id postgres >/dev/null 2>&1 || useradd --system --no-create-home postgres
    mkdir -p "$PG_FOLDER"
    if ! as_postgres test -x "$data"; then
      # a folder that only root may enter: the cluster lies elsewhere, under a name made from the folder's
      PG_FOLDER="/var/lib/lumbrit-$(printf '%s' "$data" | sha256sum | cut -c1-16)"
      mkdir -p "$PG_FOLDER"
    fi
    chown postgres "$PG_FOLDER"
  else
    mkdir -p "$PG_FOLDER"
  fi
  chmod 700 "$PG_FOLDER"
  local secret="$data/password"
  if [ ! -s "$secret" ]; then
    [ ! -s "$PG_FOLDER/PG_VERSION" ] ||
      fail "the password file $secret is missing, and the database in $PG_FOLDER does not open without it. Put it back from a copy, or choose another folder with --data."
    (umask 077 && head -c 24 /dev/urandom | base64 | tr -d '/+=\n' >"$secret")
  fi
  PG_PASSWORD=$(cat "$secret")
  postgres_leftover
  if [ ! -s "$PG_FOLDER/PG_VERSION" ]; then
    postgres_cluster "$data"
  fi
  PG_PORT=${PG_PORT:-$(free_port)}
  as_postgres "$PG_BIN/pg_ctl" -D "$PG_FOLDER" -w -t 60 -l "$PG_FOLDER/server.log" \
    -o "-p $PG_PORT -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c max_connections=40" start >/dev/null 2>&1 ||
    fail "PostgreSQL did not start: $(postgres_why). Its log is $PG_FOLDER/server.log; where files of the folder are damaged, put $data back from a copy, or choose another folder with --data."
  PG_RUNNING=yes
}

# The last line of its log that says what is wrong.
postgres_why() {
  grep -aE 'FATAL|PANIC' "$PG_FOLDER/server.log" 2>/dev/null | tail -n 1 | sed 's/^.*\(FATAL\|PANIC\): *//' | grep . || tail -n 1 "$PG_FOLDER/server.log" 2>/dev/null
}

postgres_database() {
  PGPASSWORD=$PG_PASSWORD psql -h 127.0.0.1 -p "$PG_PORT" -U lumbrit -d postgres -tAc \
    "select 1 from pg_database where datname = '$1'" | grep -q 1 ||
    PGPASSWORD=$PG_PASSWORD createdb -h 127.0.0.1 -p "$PG_PORT" -U lumbrit "$1"
}

postgres_stop() {
  [ "${PG_RUNNING:-no}" = yes ] || return 0
  PG_RUNNING=no
  as_postgres "$PG_BIN/pg_ctl" -D "$PG_FOLDER" -w -t 30 -m fast stop >/dev/null 2>&1 || true
}
