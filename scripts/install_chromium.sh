#!/bin/sh
# Debian's Chromium for the browser tests, if there is none yet; Playwright's own download is never used.
set -eu
command -v chromium >/dev/null && exit 0
as_root=""
[ "$(id -u)" -eq 0 ] || as_root="sudo"
$as_root apt-get update -qq
$as_root apt-get install -y -qq chromium >/dev/null
