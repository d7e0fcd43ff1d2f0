# Shared by the commands in bin/. Sourced, never run.
set -euo pipefail
export NEXT_TELEMETRY_DISABLED=1 DO_NOT_TRACK=1
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd)
LOCAL="$ROOT/.local"
cd "$ROOT"
mkdir -p "$LOCAL"

say() { printf '%s\n' "$*" >&2; }
fail() { say "$*"; exit 1; }

as_root() {
  if [ "$(id -u)" = 0 ]; then "$@"; elif command -v sudo >/dev/null; then sudo "$@"; else fail "Root or sudo is needed to install: $*"; fi
}

# Installs the Debian packages named, if any is missing.
need_packages() {
  local missing=() p
  for p in "$@"; do
    dpkg-query -W -f='${Status}' "$p" 2>/dev/null | grep -q 'install ok installed' || missing+=("$p")
  done
  [ ${#missing[@]} = 0 ] && return
  say "Installing ${missing[*]} …"
  # Debian's package would otherwise start a cluster of its own, which nobody here needs.
  if [ ! -e /etc/postgresql-common/createcluster.conf ]; then
    as_root mkdir -p /etc/postgresql-common
    echo 'create_main_cluster = false' | as_root tee /etc/postgresql-common/createcluster.conf >/dev/null
  fi
  as_root apt-get update -qq >/dev/null
  as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends \
    -o Dpkg::Options::=--force-confold "${missing[@]}" >"$LOCAL/apt.log" 2>&1 || { tail -20 "$LOCAL/apt.log" >&2; fail "Debian packages could not be installed."; }
}

need_node() {
  command -v node >/dev/null || fail "Node.js 20 is needed; there is no node on this machine."
  local major; major=$(node -p 'process.versions.node.split(".")[0]')
  [ "$major" -ge 20 ] || fail "Node.js 20 or later is needed; this is $(node --version)."
}

# npm ci, when the lock file has changed since the last time.
need_modules() {
  local stamp; stamp=$(sha256sum package-lock.json | cut -c1-64)
  [ -d node_modules ] && [ "$(cat node_modules/.flat-stone-lock 2>/dev/null)" = "$stamp" ] && return
  say "Installing the npm packages …"
  npm ci --no-progress >"$LOCAL/npm.log" 2>&1 || { tail -20 "$LOCAL/npm.log" >&2; fail "npm ci failed."; }
  echo "$stamp" >node_modules/.flat-stone-lock
}

# A stamp of all sources that the build depends on.
sources_stamp() {
  { find src demo campaign scripts -type f -not -name '*.test.ts' -not -path 'demo/photos/*' -print0; printf '%s\0' package-lock.json next.config.ts postcss.config.mjs tsconfig.json; } |
    sort -z | xargs -0 sha256sum | sha256sum | cut -c1-64
}

# Bundles and builds into the folders given, unless they are current. $1 bundle folder, $2 Next's folder.
need_build() {
  local stamp; stamp=$(sources_stamp)
  [ "$(cat "$1/.stamp" 2>/dev/null)" = "$stamp" ] && [ -d "$2" ] && return
  say "Building …"
  rm -f "$1/.stamp"
  node scripts/bundle.mjs "$1"
  FLATSTONE_DIST="$2" npx --no-install next build >"$LOCAL/build.log" 2>&1 || { tail -40 "$LOCAL/build.log" >&2; fail "The build failed."; }
  echo "$stamp" >"$1/.stamp"
}
