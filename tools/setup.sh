# Sourced by run, check, shots and bench: sets up what is missing, and nothing that is there.
# Each step leaves a stamp made from the files it depends on; a second run finds them unchanged.
cd "$(dirname "${BASH_SOURCE[0]}")/.." || exit 1
mkdir -p .stamps
say() { printf '%s\n' "$*" >&2; }
# Where Python may keep nothing compiled, each of the many processes compiles everything anew.
unset PYTHONDONTWRITEBYTECODE

# fresh NAME FILES...: whether step NAME was done for just these files.
fresh() {
  local name=$1; shift
  local now; now=$(find "$@" -type f -not -path '*/__pycache__/*' -not -name schema.d.ts -not -name openapi.json -print0 2>/dev/null | sort -z | xargs -0 sha256sum | sha256sum)
  STAMP_NAME=$name STAMP_NOW=$now
  [ "$(cat ".stamps/$name" 2>/dev/null)" = "$now" ]
}
done_with() { printf '%s' "$STAMP_NOW" > ".stamps/$STAMP_NAME"; }

set_up_python() { # set_up_python FILE...: requirement files to have installed
  if [ ! -x .venv/bin/python ]; then
    say "Making the Python environment…"
    python3 -m venv .venv || { say "python3 -m venv failed. On Debian: apt-get install python3-venv"; exit 1; }
    rm -f .stamps/python-*
  fi
  for file in "$@"; do
    if ! fresh "python-$file" "$file"; then
      say "Installing $file…"
      .venv/bin/python -m pip install --quiet --no-compile --disable-pip-version-check --require-hashes -r "$file" || exit 1
      done_with
    fi
  done
}

forget_compiled() { # what was compiled from an older search; the worker compiles it anew as it starts
  if ! fresh compiled craft/nest requirements.txt; then
    rm -f craft/nest/__pycache__/*.nb?
    done_with
  fi
}

warm_up() { # what the search compiles is kept beside its source
  forget_compiled
  if ! fresh warm craft/nest requirements.txt; then
    say "Compiling the search…"
    .venv/bin/python -m craft.nest.warm || exit 1
    done_with
  fi
}

npm_() { # vite needs npm 11 to install; older Node releases bring npm 10
  if [ "$(npm --version | cut -d. -f1)" -ge 11 ]; then npm "$@"; else npx --yes npm@11 "$@"; fi
}

set_up_web() {
  command -v node >/dev/null || { say "Node 20 is needed (nodejs and npm)."; exit 1; }
  [ -d web/node_modules ] || rm -f .stamps/npm
  if ! fresh npm web/package.json web/package-lock.json; then
    say "Installing the browser side…"
    (cd web && npm_ ci --loglevel=error) || exit 1
    done_with
  fi
}

build_web() {
  [ -f web/dist/manifest.json ] || rm -f .stamps/web
  if ! fresh web web/src web/public web/package-lock.json web/vite.config.ts; then
    say "Building the browser side…"
    (cd web && npx vite build --logLevel warn) || exit 1
    done_with
  fi
}

make_types() { # the browser's types, from the api's own description; only the checks need them
  [ -f web/src/api/schema.d.ts ] || rm -f .stamps/types
  if ! fresh types craft workroom; then
    DJANGO_SETTINGS_MODULE=workroom.settings .venv/bin/python manage.py describe_api web/src/api/openapi.json \
      && (cd web && npx openapi-typescript src/api/openapi.json -o src/api/schema.d.ts >/dev/null) || exit 1
    fresh types craft workroom || done_with
  fi
}

set_up_chromium() { # with poppler and librsvg, which the tests read pages and drawings with, and a database server
  local browser=""
  for each in chromium-headless-shell chromium; do [ -x "/usr/bin/$each" ] && browser=$each && break; done
  [ -n "$browser" ] && command -v pdftoppm >/dev/null && command -v rsvg-convert >/dev/null && ls /usr/lib/postgresql/*/bin/initdb >/dev/null 2>&1 && {
    [ "$browser" = chromium-headless-shell ] && return
    # The shell is quicker; where it cannot be had the whole browser does.
    { [ "$(id -u)" -ne 0 ] || { apt-get update -qq && apt-get install -y -qq --no-install-recommends chromium-headless-shell; }; } >/dev/null 2>&1 || true
    return
  }
  say "Installing Debian's Chromium, poppler, librsvg and PostgreSQL for the tests…"
  local sudo=""; [ "$(id -u)" -eq 0 ] || sudo="sudo"
  $sudo apt-get update -qq && $sudo apt-get install -y -qq --no-install-recommends chromium-headless-shell fonts-dejavu-core poppler-utils librsvg2-bin postgresql >/dev/null \
    || { say "Chromium, poppler, librsvg and PostgreSQL could not be installed: apt-get install chromium-headless-shell poppler-utils librsvg2-bin postgresql"; exit 1; }
}
