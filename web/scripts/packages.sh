#!/usr/bin/env bash
# Installs the locked packages, unless they are there as the lock file has them.
set -euo pipefail
cd "$(dirname "$0")/.."
wanted="$(sha256sum package-lock.json | cut -d' ' -f1) $(node --version)"
if [ "$(cat node_modules/.installed 2>/dev/null || true)" != "$wanted" ]; then
  npm ci --no-audit --no-fund
  printf '%s' "$wanted" >node_modules/.installed
fi
