#!/usr/bin/env bash
# Browser tests drive Debian's Chromium. Install it where that is possible, say what to do where it isn't.
set -euo pipefail
if command -v chromium >/dev/null; then exit 0; fi
if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
  apt-get update -qq
  DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends chromium >/dev/null
  exit 0
fi
echo "The browser tests need Chromium at 'chromium' on the PATH. On Debian: sudo apt-get install chromium" >&2
exit 1
