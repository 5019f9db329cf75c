# Shared by ./start, ./test and ./bench: what must be installed, what must be built, and a private PostgreSQL cluster.
# Sourced, not run. Callers set ROOT and use `set -euo pipefail`.

say() { printf '%s\n' "$*"; }
refuse() { printf '%s\n' "$*" >&2; exit 1; }

# The folder of the newest PostgreSQL server on this machine, or nothing. The client alone has such a folder too, but no initdb.
pg_bin() {
  local initdb
  initdb=$(ls /usr/lib/postgresql/*/bin/initdb 2>/dev/null | sort -V | tail -n 1)
  [ -z "$initdb" ] || dirname "$initdb"
}

# Installs Debian packages; says so first, and refuses where it may not.
install_packages() {
  say "Installing Debian packages that are missing: $*"
  local sudo=()
  if [ "$(id -u)" != 0 ]; then
    command -v sudo >/dev/null 2>&1 || refuse "These packages need an administrator, and there is no sudo here. Ask for: apt-get install $*"
    sudo=(sudo)
  fi
  command -v apt-get >/dev/null 2>&1 || refuse "There is no apt-get here. Install by hand: $*"
  if printf '%s\n' "$@" | grep -q '^postgresql$'; then
    # Debian would start a cluster of its own; this product keeps a private one.
    "${sudo[@]}" mkdir -p /etc/postgresql-common
    [ -e /etc/postgresql-common/createcluster.conf ] || printf 'create_main_cluster = false\n' | "${sudo[@]}" tee /etc/postgresql-common/createcluster.conf >/dev/null
  fi
  "${sudo[@]}" env DEBIAN_FRONTEND=noninteractive apt-get update -qq
  "${sudo[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@" >/dev/null \
    || refuse "The packages could not be installed: $*"
}

need_toolchain() {
  command -v dotnet >/dev/null 2>&1 && dotnet --list-sdks | grep -q '^10\.' || refuse "This needs the .NET 10 SDK (dotnet on the PATH)."
  command -v node >/dev/null 2>&1 || refuse "This needs Node 20 or newer (node on the PATH)."
  [ "$(node -p 'process.versions.node.split(".")[0]')" -ge 20 ] || refuse "This needs Node 20 or newer; here is $(node -v)."
}

need_postgres() { [ -n "$(pg_bin)" ] || install_packages postgresql; }
need_chromium() { [ -x /usr/bin/chromium ] || install_packages chromium; }

# True when something below the given paths is newer than the stamp.
newer_than() {
  local stamp=$1; shift
  [ -e "$stamp" ] || return 0
  [ -n "$(find "$@" \( -name bin -o -name obj -o -name node_modules -o -name dist \) -prune -o -newer "$stamp" -print -quit)" ]
}

need_node_modules() {
  local stamp="$ROOT/node_modules/.installed"
  if newer_than "$stamp" "$ROOT/package-lock.json"; then
    say "Installing the front end's packages"
    (cd "$ROOT" && npm ci --no-audit --no-fund --loglevel=error)
    touch "$stamp"
  fi
}

# Builds what changed into .build/app: the front end first, then the web process that serves it.
build_app() {
  local app="$ROOT/.build/app"
  mkdir -p "$ROOT/.build"
  need_node_modules
  if newer_than "$ROOT/.build/web.stamp" "$ROOT/web" "$ROOT/package-lock.json"; then
    say "Building the front end"
    (cd "$ROOT/web" && npm run --silent build)
    rm -f "$ROOT/.build/app.stamp"
    touch "$ROOT/.build/web.stamp"
  fi
  if newer_than "$ROOT/.build/app.stamp" "$ROOT/src" "$ROOT/Directory.Build.props" "$ROOT/Directory.Packages.props"; then
    say "Building the web process"
    dotnet publish "$ROOT/src/Web" -c Release -o "$app" -v q --nologo -clp:NoSummary
    rm -rf "$app/wwwroot"
    cp -R "$ROOT/web/dist" "$app/wwwroot"
    # Packed as tightly as can be, once, instead of loosely at each request.
    node -e '
      const { readdirSync, readFileSync, writeFileSync } = require("fs"), { brotliCompressSync } = require("zlib");
      const assets = process.argv[1] + "/wwwroot/assets/";
      for (const name of readdirSync(assets).filter((n) => /\.(js|css)$/.test(n))) writeFileSync(assets + name + ".br", brotliCompressSync(readFileSync(assets + name)));' "$app"
    dotnet publish "$ROOT/src/Instruments" -c Release -o "$ROOT/.build/instruments" -v q --nologo -clp:NoSummary
    touch "$ROOT/.build/app.stamp"
  fi
}

free_port() {
  node -e 'const s=require("net").createServer();s.listen(0,"127.0.0.1",()=>{process.stdout.write(String(s.address().port));s.close()})'
}

port_taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

# PostgreSQL never runs as root: there everything goes through the plain user that Debian's package made.
as_pg() {
  if [ "$(id -u)" = 0 ]; then (cd / && runuser -u postgres -- "$@"); else (cd / && "$@"); fi
}

# Runs a program as a plain user where root started it: what serves the network needs no rights over the machine. Takes the place of this shell.
as_plain() {
  if [ "$(id -u)" = 0 ] && plain_can; then
    cd /
    HOME=/nonexistent exec setpriv --reuid="$PLAIN_USER" --regid="$(id -gn "$PLAIN_USER")" --clear-groups -- "$@"
  fi
  exec "$@"
}

PLAIN_USER=nobody

# Whether the plain user may read what was built and run dotnet; a checkout under a closed home is not open to it.
plain_can() {
  command -v setpriv >/dev/null 2>&1 || return 1
  (cd / && setpriv --reuid="$PLAIN_USER" --regid="$(id -gn "$PLAIN_USER")" --clear-groups -- \
    sh -c 'test -r "$1" && command -v dotnet >/dev/null && HOME=/nonexistent dotnet --list-runtimes >/dev/null 2>&1' sh "$ROOT/.build/app/EarthyTuft.Web.dll") 2>/dev/null
}

# A folder for data that the cluster's user can enter; a checkout under a closed home is not one.
default_data() {
  local inside="$ROOT/.data"
  if [ "$(id -u)" != 0 ]; then say "$inside"; return; fi
  mkdir -p "$inside"
  if as_pg test -x "$inside"; then say "$inside"; else say "/var/lib/earthy-tuft/$(printf '%s' "$ROOT" | cksum | cut -d' ' -f1)"; fi
}

# Starts the private cluster in $1/postgres and sets PG_PORT and PG_PASSWORD. Further arguments are server settings.
pg_start() {
  local data=$1 bin; shift
  bin=$(pg_bin)
  local cluster="$data/postgres"
  mkdir -p "$data"
  if [ ! -e "$cluster/PG_VERSION" ]; then
    # Made beside its place and moved there whole: one that was killed on the way is made anew.
    local making="$cluster.making"
    rm -rf "$cluster" "$making"
    mkdir -p "$making"
    PG_PASSWORD=$(node -p 'require("crypto").randomBytes(24).toString("hex")')
    (umask 077 && printf '%s' "$PG_PASSWORD" >"$data/password")
    [ "$(id -u)" != 0 ] || chown postgres "$making"
    chmod 700 "$making"
    as_pg test -x "$making" || refuse "The user postgres cannot enter $data. Choose another folder with --data."
    local pwfile="$cluster.pw"
    (umask 077 && printf '%s' "$PG_PASSWORD" >"$pwfile")
    [ "$(id -u)" != 0 ] || chown postgres "$pwfile"
    as_pg "$bin/initdb" -D "$making" -U earthy_tuft --auth=scram-sha-256 --pwfile="$pwfile" --encoding=UTF8 --locale=C.UTF-8 >/dev/null
    rm -f "$pwfile"
    mv "$making" "$cluster"
  fi
  PG_PASSWORD=$(cat "$data/password")
  PG_PORT=$(cat "$data/pg-port" 2>/dev/null || true)

  if as_pg "$bin/pg_ctl" -D "$cluster" status >/dev/null 2>&1; then
    local pid; pid=$(head -n 1 "$cluster/postmaster.pid")
    # A killed server that nobody has reaped still looks alive.
    if grep -qs '^State:.*Z' "/proc/$pid/status"; then rm -f "$cluster/postmaster.pid"; else return 0; fi
  fi
  if [ -z "$PG_PORT" ] || port_taken "$PG_PORT"; then
    PG_PORT=$(free_port)
    printf '%s' "$PG_PORT" >"$data/pg-port"
  fi
  # Tables that grew by a long import are looked at soon: until then whole tables are read where a few rows are asked for.
  local settings="-p $PG_PORT -h 127.0.0.1 -c unix_socket_directories='' -c autovacuum_naptime=5s"
  local setting; for setting in "$@"; do settings="$settings -c $setting"; done
  # The server must not keep the caller's pipe or lock open.
  as_pg "$bin/pg_ctl" start -w -s -D "$cluster" -l "$cluster/server.log" -o "$settings" </dev/null >/dev/null 2>&1 9>&- \
    || refuse "PostgreSQL did not start; its log is $cluster/server.log"
}

# SQL as the cluster's superuser, on a database.
pg_sql() { PGPASSWORD=$PG_PASSWORD "$(pg_bin)/psql" -h 127.0.0.1 -p "$PG_PORT" -U earthy_tuft -d "$1" -qtA -v ON_ERROR_STOP=1; }

# Makes a database in the running cluster unless it is there, and a role for the web process that owns it and is no superuser: row-level
# security binds nobody else. What an earlier release or a restored back-up left to the superuser is handed over. Sets PG_APP_PASSWORD.
pg_database() {
  local data=$2
  [ -s "$data/app-password" ] || (umask 077 && node -p 'require("crypto").randomBytes(24).toString("hex")' >"$data/app-password")
  PG_APP_PASSWORD=$(cat "$data/app-password")
  echo "select 1 from pg_database where datname = '$1'" | pg_sql postgres | grep -q 1 || echo "create database $1" | pg_sql postgres
  pg_sql "$1" >/dev/null <<SQL
do \$\$
declare it record;
begin
  if not exists (select from pg_roles where rolname = 'earthy_tuft_app') then
    create role earthy_tuft_app;
  end if;
  alter role earthy_tuft_app login nosuperuser nobypassrls nocreaterole nocreatedb password '$PG_APP_PASSWORD';
  alter database $1 owner to earthy_tuft_app;
  alter schema public owner to earthy_tuft_app;
  -- Sequences that belong to a column go with their table.
  for it in select c.oid::regclass as name from pg_class c where c.relnamespace = 'public'::regnamespace and c.relkind in ('r', 'v')
      and c.relowner <> 'earthy_tuft_app'::regrole loop
    execute format('alter table %s owner to earthy_tuft_app', it.name);
  end loop;
end
\$\$;
SQL
}

pg_stop() { as_pg "$(pg_bin)/pg_ctl" stop -s -m fast -D "$1/postgres" >/dev/null 2>&1 9>&- || true; }

# As the web process connects.
pg_app_connection() { printf 'Host=127.0.0.1;Port=%s;Username=earthy_tuft_app;Password=%s;Database=%s' "$PG_PORT" "$PG_APP_PASSWORD" "$1"; }

# As the cluster's superuser.
pg_connection() { printf 'Host=127.0.0.1;Port=%s;Username=earthy_tuft;Password=%s;Database=%s' "$PG_PORT" "$PG_PASSWORD" "$1"; }

# True when the address answers 200.
answers() {
  local line
  exec 7<>"/dev/tcp/127.0.0.1/$1" || return 1
  printf 'GET %s HTTP/1.0\r\nHost: 127.0.0.1\r\n\r\n' "$2" >&7
  read -r -t 5 line <&7 || line=
  exec 7>&-
  case $line in *' 200 '*) return 0 ;; *) return 1 ;; esac
}
