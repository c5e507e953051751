# A private MariaDB on loopback: own data folder, own socket, own port. Never touches a system one.
# Sourced by ./istante; needs DATA_DIR (an absolute path). Sets DB_PORT and DB_PID.

DB_PID=""
DB_PORT=""

database_folder() { printf '%s/database' "$DATA_DIR"; }

# A socket's path may have about 100 characters, so it lies in a short temporary folder.
database_start() {
  local folder log
  folder="$(database_folder)"
  log="$DATA_DIR/database.log"
  mkdir -p "$DATA_DIR"
  DB_RUN_DIR="$(mktemp -d "${TMPDIR:-/tmp}/istante-db.XXXXXX")"
  local as_user=()
  if [ "$(id -u)" = 0 ]; then as_user=(--user=root); fi
  if [ ! -d "$folder/mysql" ]; then
    say "Making the database …"
    rm -rf "$folder.new"
    if ! mariadb-install-db --no-defaults "${as_user[@]}" --datadir="$folder.new" \
        --auth-root-authentication-method=normal --skip-test-db >"$log" 2>&1; then
      database_explain "$log"
      fail "The database could not be made. Its own words are in $log"
    fi
    mv "$folder.new" "$folder"
  fi
  DB_PORT="$(free_port)"
  mariadbd --no-defaults "${as_user[@]}" --datadir="$folder" \
    --socket="$DB_RUN_DIR/s" --pid-file="$DB_RUN_DIR/pid" \
    --bind-address=127.0.0.1 --port="$DB_PORT" \
    --character-set-server=utf8mb4 --collation-server=utf8mb4_unicode_ci \
    --innodb-buffer-pool-size=96M --max-allowed-packet=64M --max-connections=60 \
    --skip-log-bin --skip-name-resolve >>"$log" 2>&1 &
  DB_PID=$!
  local tries=0
  until mariadb-admin --no-defaults --socket="$DB_RUN_DIR/s" -u root ping >/dev/null 2>&1; do
    tries=$((tries + 1))
    if ! kill -0 "$DB_PID" 2>/dev/null || [ "$tries" -gt 150 ]; then
      DB_PID=""
      database_explain "$log"
      fail "The database won't start. Its own words are in $log"
    fi
    sleep 0.2
  done
  mariadb --no-defaults --socket="$DB_RUN_DIR/s" -u root -e "
    CREATE DATABASE IF NOT EXISTS istante;
    CREATE USER IF NOT EXISTS 'istante'@'127.0.0.1' IDENTIFIED BY 'istante';
    GRANT ALL ON \`istante%\`.* TO 'istante'@'127.0.0.1';" \
    || fail "The database started but took no orders. Its own words are in $log"
}

database_explain() {
  if grep -qi "no space left\|errno: 28" "$1" 2>/dev/null; then
    fail "The disk is full: $(df -h "$DATA_DIR" | awk 'NR==2{print $4}') free at $DATA_DIR."
  fi
  if grep -qi "another mysqld\|unable to lock" "$1" 2>/dev/null; then
    fail "Istante is running already with this data folder ($DATA_DIR)."
  fi
}

database_stop() {
  if [ -n "$DB_PID" ]; then
    kill "$DB_PID" 2>/dev/null || true
    wait "$DB_PID" 2>/dev/null || true
    DB_PID=""
  fi
  if [ -n "${DB_RUN_DIR:-}" ]; then rm -rf "$DB_RUN_DIR"; fi
}

# A port that nobody listens on, from the range that systems leave to private use.
free_port() {
  local port
  while :; do
    port=$((20000 + RANDOM % 12000))
    port_taken "$port" || { echo "$port"; return; }
  done
}

port_taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }
