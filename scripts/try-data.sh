#!/usr/bin/env bash
# Holds that a data folder survives what may happen to it: a first start cut short, a start that was killed, a password that is
# gone, a damaged file. Uses clusters of its own, and ends with the number of things held.
set -u
. "$(dirname "$0")/common.sh"
. "$ROOT/scripts/postgres.sh"
need_postgres

folder=$(mktemp -d "${TMPDIR:-/tmp}/lumbrit-data.XXXXXX")
chmod 711 "$folder"
held=0
stop() {
  [ -z "${other:-}" ] || kill "$other" 2>/dev/null
  postgres_stop
  rm -rf "$folder"
}
trap stop EXIT
trap 'exit 130' INT TERM

# hold WORDS COMMAND …
hold() {
  local words=$1
  shift
  "$@" || fail "not held: $words."
  held=$((held + 1))
}

# sql DATABASE QUERY: what it answers
sql() { PGPASSWORD=$PG_PASSWORD psql -q -h 127.0.0.1 -p "$PG_PORT" -U lumbrit -d "$1" -tAc "$2"; }

answers() { [ "$(sql "${1:-postgres}" 'select 42' 2>/dev/null)" = 42 ]; }

kept() { [ "$(sql lumbrit 'select a from kept')" = 7 ]; }

# refused WORDS: a start of its own ends in an error that has the words in it
refused() {
  local said
  said=$( (PG_PORT=; postgres_start "$folder") 2>&1) && return 1
  grep -qF -- "$1" <<<"$said" || { printf '%s\n' "$said" >&2; return 1; }
}

# a first start that was killed in the middle of initdb: a half made cluster beside, or an empty folder
mkdir -p "$folder/postgres.part/base"
echo 15 >"$folder/postgres.part/PG_VERSION"
mkdir -p "$folder/postgres"
postgres_start "$folder"
hold "a half made cluster is made anew" answers
hold "nothing half made is left" test ! -e "$folder/postgres.part"
hold "the password is its owner's alone" test "$(stat -c %a "$folder/password")" = 600
hold "the cluster is its owner's alone" test "$(stat -c %a "$PG_FOLDER")" = 700
postgres_database lumbrit
sql lumbrit 'create table kept (a int); insert into kept values (7)'

# a start that was killed leaves its database running: the next one stops it and goes on
before=$(postgres_process)
postgres_start "$folder"
hold "the database left behind is stopped" test "$before" != "$(postgres_process)"
hold "the next one answers" answers lumbrit

# the database killed, and its pid taken over by another program: that one is left alone
kill -9 "$(postgres_process)"
while postgres_is_alive; do sleep 0.05; done
sleep 300 &
other=$!
as_postgres sed -i "1s/.*/$other/" "$PG_FOLDER/postmaster.pid"
postgres_start "$folder"
hold "another program that has its pid is left alone" is_alive "$other"
hold "the database is started again" answers lumbrit
hold "what it held is still there" kept
kill "$other" && wait "$other" 2>/dev/null
hold "a process that has ended is nobody" test "$(is_alive "$other" && echo yes)" = ""
postgres_stop

# the password is gone: said, and nothing made anew over what is there
mv "$folder/password" "$folder/password.away"
hold "a missing password file is named" refused "the password file $folder/password is missing"
mv "$folder/password.away" "$folder/password"

# a damaged control file: said with what would work
cp -p "$PG_FOLDER/global/pg_control" "$folder/control"
as_postgres dd if=/dev/zero of="$PG_FOLDER/global/pg_control" bs=1k count=8 conv=notrunc status=none
hold "a damaged file of the cluster is told of" refused "PostgreSQL did not start"
hold "with what would work" refused "choose another folder with --data"
cp -p "$folder/control" "$PG_FOLDER/global/pg_control"
postgres_start "$folder"
hold "put back, it starts again with what it held" kept

echo "Data folder: $held things held."
