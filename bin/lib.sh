# Set-up that both commands share. Each step is skipped when nothing it depends on has changed.

install_packages() {
  local stamp=node_modules/.installed-from
  if ! cmp -s package-lock.json "$stamp" 2>/dev/null; then
    echo "Installing packages…"
    npm ci --no-audit --no-fund --loglevel=error
    cp package-lock.json "$stamp"
  fi
  node bin/copy-faces.mjs
}

build_app() {
  local stamp=.output/built-from
  local now
  now=$(find app core server cli fonts/faces.json fonts/shippedFaces.ts public nuxt.config.ts package-lock.json -type f -print0 | sort -z | xargs -0 sha256sum | sha256sum)
  if [ ! -f "$stamp" ] || [ "$now" != "$(cat "$stamp")" ]; then
    echo "Building…"
    npx nuxt build --logLevel=silent
    echo "$now" > "$stamp"
  fi
}

# need COMMAND PACKAGE: installs a Debian package when its command is missing.
need() {
  # Every test machine has apt; elsewhere the message says what to install.
  command -v "$1" >/dev/null 2>&1 && return
  echo "Installing $2…"
  if [ -z "${APT_UPDATED:-}" ]; then apt-get update -qq; APT_UPDATED=1; fi
  DEBIAN_FRONTEND=noninteractive apt-get install -y -qq "$2" >/dev/null
}

# PostgreSQL keeps its programs out of the way of the command line.
need_postgres() {
  compgen -G '/usr/lib/postgresql/*/bin/initdb' >/dev/null || need initdb postgresql
}
