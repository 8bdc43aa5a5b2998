#!/bin/sh
# The browser tests drive Debian's Chromium. Install it when it is absent; say so when that fails.
[ -x /usr/bin/chromium ] && exit 0
echo "Installing Chromium for the browser tests ..."
as_root=""
[ "$(id -u)" = 0 ] || as_root="sudo -n"
if ! { $as_root apt-get update -qq && DEBIAN_FRONTEND=noninteractive $as_root apt-get install -y -qq chromium; } >/dev/null 2>&1; then
    echo "Chromium could not be installed: the browser tests will be skipped. Install it with: apt-get install chromium"
fi
exit 0
