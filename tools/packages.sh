#!/usr/bin/env bash
# What the tests need from Debian: its Chromium, which they drive, and its PostgreSQL, of which they start servers of their
# own in folders of their own. Installed where that is possible; where it isn't, it is said what to do. The shell of
# Chromium that never has a window renders the same and takes two thirds of the time; the whole one does as well.
set -euo pipefail
missing=()
command -v chromium-headless-shell >/dev/null || command -v chromium >/dev/null || missing+=(chromium-headless-shell)
command -v initdb >/dev/null || compgen -G '/usr/lib/postgresql/*/bin/initdb' >/dev/null || missing+=(postgresql)
if [ "${1:-}" = firefox ]; then command -v firefox-esr >/dev/null || command -v firefox >/dev/null || missing+=(firefox-esr); fi
if [ ${#missing[@]} = 0 ]; then exit 0; fi
if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
  apt-get update -qq
  DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null
  exit 0
fi
echo "The tests need ${missing[*]} (a Chromium on the PATH; PostgreSQL 15 or newer). On Debian: sudo apt-get install ${missing[*]}" >&2
exit 1
