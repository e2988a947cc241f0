# Sourced by ./demo and ./check: finds Python, makes .venv beside them and installs the pinned packages of
# requirements/$1.txt into it, once. Sets $python.

say() { printf '%s\n' "half-yard: $*" >&2; }

as_root() {
  if [ "$(id -u)" = 0 ]; then "$@"; elif command -v sudo >/dev/null 2>&1; then sudo -n "$@"; else return 1; fi
}

install_debian() {
  command -v apt-get >/dev/null 2>&1 || return 1
  say "installing system libraries: $*"
  as_root env DEBIAN_FRONTEND=noninteractive sh -c 'apt-get update -q && apt-get install -y -q --no-install-recommends "$@"' sh "$@" >&2
}

find_python() {
  for name in python3.11 python3.12 python3.13 python3.14 python3; do
    if command -v "$name" >/dev/null 2>&1 &&
      "$name" -c 'import sys; sys.exit(sys.version_info < (3, 11))' 2>/dev/null; then
      command -v "$name"
      return
    fi
  done
  return 1
}

make_environment() {
  local list="$root/requirements/$1.txt" system stamp wanted
  python="$root/.venv/bin/python"
  stamp="$root/.venv/installed-$1"
  system=$(find_python) || { say "Python 3.11 or newer is needed: install it and run this again."; exit 1; }
  wanted="$root $("$system" --version) $(cat "$list" "$root/pyproject.toml" | cksum)"
  if [ "$(cat "$stamp" 2>/dev/null)" = "$wanted" ] && "$python" -c '' 2>/dev/null; then return; fi
  if ! "$python" -c '' 2>/dev/null; then
    say "making .venv"
    "$system" -m venv --clear "$root/.venv" >/dev/null 2>&1 ||
      { install_debian python3-venv && "$system" -m venv --clear "$root/.venv"; } ||
      { say "Python's venv module is needed (on Debian: python3-venv)."; exit 1; }
  fi
  say "installing the pinned packages of requirements/$1.txt"
  "$python" -m pip install -q --disable-pip-version-check --require-hashes -r "$list" || exit 1
  "$python" -m pip install -q --disable-pip-version-check --no-deps --no-build-isolation -e "$root" || exit 1
  printf '%s' "$wanted" >"$stamp"
}

# Qt's own libraries come with its package; these are the system's that it stands on.
QT_LIBRARIES="libegl1 libgl1 libopengl0 libxkbcommon0 libxkbcommon-x11-0 libdbus-1-3 libfontconfig1
 libglib2.0-0 libxcb-cursor0 libxcb-icccm4 libxcb-image0 libxcb-keysyms1 libxcb-render-util0 libxcb-shape0
 libxcb-xinerama0 libxcb-xkb1"

# Whether Qt starts on the platform named, or on the one there is. It aborts where a library is missing,
# which the shell would report: hence the braces.
qt_starts() {
  { (QT_QPA_PLATFORM=${1:-${QT_QPA_PLATFORM:-}} "$python" -c \
    'from PySide6.QtWidgets import QApplication; QApplication([])') >/dev/null; } 2>/dev/null
}

check_qt() {
  qt_starts "${1:-}" && return
  # shellcheck disable=SC2086
  install_debian $QT_LIBRARIES || true
  qt_starts "${1:-}" && return
  qt_starts offscreen && return 1
  say "Qt can't start. Install the libraries it stands on; on Debian and Ubuntu these are:"
  # shellcheck disable=SC2086
  say $QT_LIBRARIES
  exit 1
}
