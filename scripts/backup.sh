#!/usr/bin/env bash
# All sites with their history and their files in one file, and back:
#   ./lumbrit backup TO [--data FOLDER]      also while Lumbrit runs: what is in it is of one moment
#   ./lumbrit restore FROM [--data FOLDER]   into a folder that holds no Lumbrit yet
set -u
. "$(dirname "$0")/common.sh"
. "$ROOT/scripts/postgres.sh"

DATA_VERSION=1
what=${1:-}
file=
data="$ROOT/.lumbrit"
shift
while [ $# -gt 0 ]; do
  case $1 in
    --data) data=${2:-}; shift 2 || fail "--data needs a folder." ;;
    -h | --help) sed -n '2,4s/^# //p' "$0"; exit 0 ;;
    -*) fail "there is no option $1. Known: --data FOLDER." ;;
    *) [ -z "$file" ] || fail "one file at a time, not also “$1”."; file=$1; shift ;;
  esac
done
[ -n "$file" ] || fail "name the file: ./lumbrit $what FILE"
[ -n "$data" ] || fail "--data needs a folder."
trap postgres_stop EXIT
trap 'exit 130' INT TERM

# The cluster of a Lumbrit that runs, or one that is started for as long as this takes.
opened() {
  PG_FOLDER="$data/postgres"
  if [ "$(id -u)" = 0 ] && id postgres >/dev/null 2>&1 && ! as_postgres test -x "$data"; then
    PG_FOLDER="/var/lib/lumbrit-$(printf '%s' "$data" | sha256sum | cut -c1-16)"
  fi
  if postgres_is_alive; then
    PG_PORT=$(sed -n 4p "$PG_FOLDER/postmaster.pid")
    PG_PASSWORD=$(cat "$data/password") || fail "the password file $data/password cannot be read."
  else
    exec 9>"$data/lock"
    flock -n 9 || fail "Lumbrit is just starting or ending on $data. Try again in a moment."
    postgres_start "$data" 9>&-
  fi
}

tool() { PGPASSWORD=$PG_PASSWORD "$PG_BIN/$1" -h 127.0.0.1 -p "$PG_PORT" -U lumbrit "${@:2}" 9>&-; }

backup() {
  [ -s "$data/password" ] || fail "there is no Lumbrit in $data. Name its folder with --data."
  data=$(cd "$data" && pwd)
  [ ! -e "$file" ] || fail "$file is there already. Choose another name, or take it away first."
  (umask 077 && : >"$file.part") 2>/dev/null || fail "$file cannot be written."
  opened
  if ! tool pg_dump -d lumbrit --format=custom --no-owner >"$file.part" || ! sync "$file.part"; then
    rm -f "$file.part"
    fail "the backup could not be written whole, so nothing is left of it. Is there room on the disk?"
  fi
  mv "$file.part" "$file"
  say "$(tool psql -d lumbrit -tAc 'select count(*) from site where deleted_at is null' 2>/dev/null || echo All) sites with their history are in $file, $(du -h "$file" | cut -f1)."
}

restore() {
  [ -s "$file" ] || fail "there is no file $file."
  "$PG_BIN/pg_restore" -l "$file" >/dev/null 2>&1 || fail "$file is no backup, or it is damaged. Choose one that ./lumbrit backup wrote."
  [ ! -e "$data/password" ] || fail "$data holds a Lumbrit already. Restore into another folder with --data, and start with ./start --data THAT FOLDER."
  mkdir -p "$data" 2>/dev/null && [ -z "$(ls -A "$data")" ] || fail "$data is not an empty folder. Choose another with --data."
  data=$(cd "$data" && pwd)
  opened
  postgres_database lumbrit
  if ! tool pg_restore -d lumbrit --no-owner --exit-on-error --single-transaction "$file"; then
    postgres_stop
    rm -rf "${data:?}"/* "$PG_FOLDER"
    fail "the backup could not be brought back whole, so nothing is left of it in $data."
  fi
  echo $DATA_VERSION >"$data/version"
  say "All of $file is in $data. Open it with ./start --data $data"
}

need_postgres
case $what in
  backup) backup ;;
  restore) restore ;;
  *) fail "backup or restore, not “$what”." ;;
esac
