#!/bin/sh
# Debian's Chromium for the browser tests, if there is none yet; Playwright's own download is never used. The shell without
# a window is enough and quicker; where only the whole browser is at hand, that serves.
set -eu
command -v chromium-headless-shell >/dev/null && exit 0
as_root=""
[ "$(id -u)" -eq 0 ] || as_root="sudo"
install() { $as_root apt-get install -y -qq "$1" >/dev/null 2>&1; }
install chromium-headless-shell && exit 0
command -v chromium >/dev/null && exit 0
$as_root apt-get update -qq
install chromium-headless-shell || install chromium
