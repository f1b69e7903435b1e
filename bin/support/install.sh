# Sourced by bin/demo, bin/test and bin/nomenklatura: installs what is missing, and says so in words.
set -u
cd "$(dirname "${BASH_SOURCE[0]}")/../.." || exit 2

say() { printf '%s\n' "$*" >&2; }
stop() { say "$*"; exit 2; }

need_node() {
  command -v node >/dev/null 2>&1 || stop "Node.js is missing. Nomenklatura needs version 20.19 or newer: install it, then run this again."
  node -e 'const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 20 || (a === 20 && b >= 19) ? 0 : 1)' \
    || stop "Node.js $(node --version) is too old: Nomenklatura needs 20.19 or newer."
}

# The stamp is written last, so a half-installed folder has none and is installed again.
need_packages() {
  local want stamp=node_modules/.nomenklatura-installed
  want=$(cat package.json packages/*/package.json package-lock.json | cksum)
  [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$want" ] && return
  say "Installing packages (npm install) …"
  local log; log=$(mktemp)
  if ! npm install --no-audit --no-fund >"$log" 2>&1; then
    say "npm install failed the first time; trying again from an empty folder."
    rm -rf node_modules
    npm install --no-audit --no-fund >"$log" 2>&1 || { tail -n 20 "$log" >&2; stop "npm install failed. Its last lines stand above; the network or the registry may be out of reach."; }
  fi
  rm -f "$log"
  cat package.json packages/*/package.json package-lock.json | cksum >"$stamp"
}

postgres_bin() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1; }

# apt_install PROGRAM PACKAGE ...
apt_install() {
  local what=$1; shift
  [ "$(id -u)" = 0 ] || stop "$what is missing. Install it as root: apt-get install $*"
  command -v apt-get >/dev/null 2>&1 || stop "$what is missing and there is no apt-get here: install it by hand."
  say "Installing $what (apt-get install $*) …"
  apt-get update >/dev/null 2>&1
  DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends "$@" >/dev/null 2>&1 || stop "apt-get could not install $*."
}

need_postgres() {
  [ -n "${DATABASE_URL:-}" ] && return
  [ -x "$(postgres_bin)/initdb" ] || apt_install "The PostgreSQL server" postgresql
  [ -x "$(postgres_bin)/initdb" ] || stop "PostgreSQL was installed, but /usr/lib/postgresql/*/bin/initdb is not there."
}

need_chromium() {
  [ -x "${CHROMIUM:-/usr/bin/chromium-headless-shell}" ] && return
  (apt_install "Chromium without windows, for the tests" chromium-headless-shell) && return
  [ -x /usr/bin/chromium ] || stop "The browser tests need Debian's Chromium: CHROMIUM may name one that is elsewhere."
}

# Engines that only the tests need: MariaDB and SQLite, and scripts of real applications to run on them.
need_engines() {
  [ -x /usr/sbin/mariadbd ] && command -v sqlite3 >/dev/null 2>&1 || apt_install "MariaDB and SQLite, for the tests" mariadb-server sqlite3
  node bin/support/corpus.mjs || stop "The scripts of real applications could not be fetched (apt-get download): the network may be out of reach."
}
