#!/usr/bin/env bash
# What is kept is tested on PostgreSQL too. Install Debian's server where that is possible, say what to do where it isn't.
# The tests start servers of their own in folders of their own; the one the package may start is not touched.
set -euo pipefail
if command -v initdb >/dev/null || compgen -G '/usr/lib/postgresql/*/bin/initdb' >/dev/null; then exit 0; fi
if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
  apt-get update -qq
  DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends postgresql >/dev/null
  exit 0
fi
echo "The tests need PostgreSQL 15 or newer with its server's programs. On Debian: sudo apt-get install postgresql" >&2
exit 1
