#!/usr/bin/env bash
# Makes a fresh Debian machine serve this checkout: packages, an account, the build, a systemd unit, nginx with TLS in front.
#   sudo deploy/install.sh desk.broker.example [CERTIFICATE KEY]
# Without a certificate one of its own is made, which browsers warn of. Run again, it upgrades what is there and leaves the data alone.
set -euo pipefail
host=${1:?usage: deploy/install.sh HOST [CERTIFICATE KEY]}
certificate=${2:-/etc/ssl/oxpecker.pem}
key=${3:-/etc/ssl/oxpecker.key}
port=4100
source=$(cd "$(dirname "$0")/.." && pwd)
home=/srv/oxpecker

[ "$(id -u)" = 0 ] || { echo "Run it as root: it installs packages and writes under /etc." >&2; exit 1; }
apt-get update -qq
wanted=(nginx openssl rsync build-essential python3)
command -v node >/dev/null || wanted+=(nodejs npm)
apt-get install -y -qq "${wanted[@]}" >/dev/null
[ "$(node -p 'process.versions.node.split(".")[0]')" -ge 20 ] || {
  echo "Node $(node -v) is too old: install Node 20 or later, then run this again." >&2; exit 1; }

id oxpecker >/dev/null 2>&1 || useradd --system --create-home --home-dir "$home" --shell /usr/sbin/nologin oxpecker
install -d -o oxpecker -g oxpecker -m 755 "$home" "$home/app"
install -d -o oxpecker -g oxpecker -m 700 "$home/data"
rsync -a --delete --chown=oxpecker:oxpecker --exclude=node_modules --exclude=build --exclude='.*' "$source/" "$home/app/"
as_oxpecker() { runuser -u oxpecker -- env HOME="$home" bash -c "cd $home/app && $1"; }
as_oxpecker 'bin/with-dependencies npm run build'

if [ ! -f "$certificate" ]; then
  openssl req -x509 -newkey rsa:2048 -nodes -days 825 -subj "/CN=$host" -addext "subjectAltName=DNS:$host" \
    -keyout "$key" -out "$certificate" 2>/dev/null
  chmod 600 "$key"
fi
filled() {
  sed -e "s|@HOST@|$host|; s|@PORT@|$port|; s|@TLS_PORT@|443|; s|@CERTIFICATE@|$certificate|; s|@KEY@|$key|" "$source/deploy/$1"
}
filled oxpecker.service > /etc/systemd/system/oxpecker.service
filled nginx.conf > /etc/nginx/conf.d/oxpecker.conf
nginx -t -q

if [ -d /run/systemd/system ]; then
  systemctl daemon-reload
  systemctl enable --now oxpecker nginx
  systemctl restart oxpecker
  systemctl reload nginx
  echo "Oxpecker runs at https://$host. The key of the set-up page: journalctl -u oxpecker | grep set-up"
else
  echo "No systemd runs here. Start it with: cd $home/app && runuser -u oxpecker -- env $(grep '^Environment=' /etc/systemd/system/oxpecker.service | cut -d= -f2-) node server.js; then nginx."
fi
