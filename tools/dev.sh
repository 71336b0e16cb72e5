#!/usr/bin/env bash
# To work on it: the made-up players served anew at every change under src, the page by Vite, which passes /api on to them
# and shows a change as it is saved.
set -euo pipefail
trap 'kill 0' EXIT
.venv/bin/watchfiles --filter python '.venv/bin/veltrin demo --port 8710' src/veltrin &
cd web
npm run --silent dev
