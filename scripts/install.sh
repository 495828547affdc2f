#!/usr/bin/env bash
# Installs what Kurrel needs and this machine lacks: Debian's PostgreSQL and Chromium, and the npm packages.
# Quick when nothing is missing. Every way it can fail says what to do.
set -euo pipefail
cd "$(dirname "$0")/.."

stop() { printf '\nKurrel cannot go on: %s\n' "$1" >&2; exit 1; }

command -v node >/dev/null || stop 'Node.js is missing. Install Node 20.19 or newer, then run this again.'
node -e 'const [a,b]=process.versions.node.split(".").map(Number); process.exit(a>20||(a===20&&b>=19)?0:1)' \
  || stop "Node $(node --version) is too old. Install Node 20.19 or newer, then run this again."

packages=()
compgen -G '/usr/lib/postgresql/*/bin/postgres' >/dev/null || packages+=(postgresql)
# Chromium without windows is half the work for the journeys; where there is only the whole browser, that does too.
command -v chromium-headless-shell >/dev/null || command -v chromium >/dev/null || packages+=(chromium-headless-shell)

free_mb=$(df -Pm . | awk 'NR==2 {print $4}')
if [ ${#packages[@]} -gt 0 ] || [ ! -d node_modules ]; then
  [ "$free_mb" -gt 1500 ] || stop "only ${free_mb} MB free on this disk and the installation needs about 1500. Free some space, then run this again."
else
  [ "$free_mb" -gt 150 ] || stop "only ${free_mb} MB free on this disk. Free some space, then run this again."
fi

if [ ${#packages[@]} -gt 0 ]; then
  command -v apt-get >/dev/null \
    || stop "there is no apt-get here to install ${packages[*]}. Install PostgreSQL 15 or newer and Chromium yourself, then run this again."
  root=''
  if [ "$(id -u)" -ne 0 ]; then
    command -v sudo >/dev/null || stop "installing ${packages[*]} needs root. Run this once as root, or install them yourself."
    root=sudo
  fi
  echo "Installing ${packages[*]} from Debian (once) ..."
  log=$(mktemp)
  { $root apt-get update && $root env DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends "${packages[@]}"; } >"$log" 2>&1 \
    || { tail -n 15 "$log" >&2; stop "apt-get could not install ${packages[*]}; its last lines are above. Mend that, then run this again."; }
fi

stamp=node_modules/.kurrel-installed
if [ ! -f "$stamp" ] || ! cmp -s package-lock.json "$stamp"; then
  echo 'Installing npm packages (once per change of package-lock.json) ...'
  npm ci --no-audit --no-fund --loglevel=error || stop 'npm ci failed; its message is above. Check the connection to your npm registry, then run this again.'
  cp package-lock.json "$stamp"
fi
