#!/bin/sh
# Installs the locked packages, but only when the lock has changed since the last time.
set -e
if [ ! -d node_modules ] || [ package-lock.json -nt node_modules/.installed ]; then
  npm ci --no-audit --no-fund --loglevel=error
  touch node_modules/.installed
fi
