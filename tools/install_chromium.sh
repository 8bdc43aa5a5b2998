#!/bin/sh
# The browser tests drive Debian's Chromium, best the one without a window. Install it when it is absent; say so when
# that fails.
[ -x /usr/bin/chromium-headless-shell ] && exit 0
as_root=""
[ "$(id -u)" = 0 ] || as_root="sudo -n"
install() {
    $as_root apt-get update -qq && DEBIAN_FRONTEND=noninteractive $as_root apt-get install -y -qq "$1"
}
echo "Installing Chromium for the browser tests ..."
install chromium-headless-shell >/dev/null 2>&1 && exit 0
[ -x /usr/bin/chromium ] && exit 0
install chromium >/dev/null 2>&1 && exit 0
echo "Chromium could not be installed: the browser tests will be skipped. Install it with: apt-get install chromium"
exit 0
