#!/usr/bin/env bash
# Holds that a backup brings back, byte by byte, what was there, and that nothing half done is left. Uses clusters of its own, and
# ends with the number of things held.
set -u
. "$(dirname "$0")/common.sh"
. "$ROOT/scripts/postgres.sh"
need_postgres

folder=$(mktemp -d "${TMPDIR:-/tmp}/lumbrit-backup.XXXXXX")
chmod 711 "$folder"
mkdir -m 711 "$folder/a" "$folder/c"
held=0
stop() {
  postgres_stop
  rm -rf "$folder"
}
trap stop EXIT
trap 'exit 130' INT TERM

hold() {
  local words=$1
  shift
  "$@" || fail "not held: $words."
  held=$((held + 1))
}

# refused WORDS ARGUMENT …: ends in an error that has the words in it
refused() {
  local words=$1 said
  shift
  said=$("$ROOT/lumbrit" "$@" 2>&1) && return 1
  grep -qF -- "$words" <<<"$said" || { printf '%s\n' "$said" >&2; return 1; }
}

sql() { PGPASSWORD=$PG_PASSWORD psql -q -h 127.0.0.1 -p "$PG_PORT" -U lumbrit -d lumbrit -tAc "$1"; }

# all DATA: everything in the database of a folder, as text; but for the tokens that newer tools make anew each time
all() {
  (
    PG_PORT=
    PG_RUNNING=no
    postgres_start "$1"
    PGPASSWORD=$PG_PASSWORD "$PG_BIN/pg_dump" -h 127.0.0.1 -p "$PG_PORT" -U lumbrit -d lumbrit --no-owner | grep -v '^\\\(un\)\?restrict'
    postgres_stop
  )
}

postgres_start "$folder/a"
postgres_database lumbrit
sql "create table site (id uuid primary key default gen_random_uuid(), deleted_at timestamptz);
  create table revision (site_id uuid references site, number int, recipe jsonb, at timestamptz default now(), primary key (site_id, number));
  create table asset (name text primary key, content bytea);
  insert into site select from generate_series(1, 20);
  insert into revision select id, n, jsonb_build_object('name', 'Tärn ' || n, 'heights', array[n, 0.1 * n]) from site, generate_series(1, 50) n;
  insert into asset select 'a' || n, (select decode(string_agg(md5(random()::text || i + n), ''), 'hex') from generate_series(1, 4000) i) from generate_series(1, 30) n"

hold "it is made while the database runs" "$ROOT/lumbrit" backup "$folder/one" --data "$folder/a"
hold "it is its owner's alone" test "$(stat -c %a "$folder/one")" = 600
hold "a file that is there is left alone" refused "is there already" backup "$folder/one" --data "$folder/a"
hold "the database goes on" postgres_is_alive
postgres_stop
hold "it is made while the database rests" "$ROOT/lumbrit" backup "$folder/two" --data "$folder/a"
hold "the database rests again" test ! -e "$folder/a/postgres/postmaster.pid"
hold "it is brought back into a new folder" "$ROOT/lumbrit" restore "$folder/one" --data "$folder/b"
[ "$(id -u)" != 0 ] || chmod 711 "$folder/b"
all "$folder/a" >"$folder/a.sql"
all "$folder/b" >"$folder/b.sql"
hold "something is in it" test "$(wc -c <"$folder/a.sql")" -gt 3000000
hold "all of it is there again, byte by byte" cmp -s "$folder/a.sql" "$folder/b.sql"

hold "what holds a Lumbrit is not written over" refused "holds a Lumbrit already" restore "$folder/one" --data "$folder/b"
touch "$folder/c/mine"
hold "nor what holds anything else" refused "not an empty folder" restore "$folder/one" --data "$folder/c"
head -c 100000 "$folder/one" >"$folder/cut"
rm "$folder/c/mine"
hold "a damaged one is refused" refused "lumbrit:" restore "$folder/cut" --data "$folder/c"
hold "and leaves nothing" test -z "$(ls -A "$folder/c")"
hold "what is no backup is named so" refused "is no backup" restore "$0" --data "$folder/c"
hold "a file that is not there is named" refused "there is no file" restore "$folder/none" --data "$folder/c"
hold "a folder without a Lumbrit is named" refused "no Lumbrit in" backup "$folder/three" --data "$folder/c"

echo "Backup: $held things held."
