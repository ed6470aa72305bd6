# Sourced by the launcher: what this system lacks that a window needs.

# Prints those of the named libraries that the dynamic linker does not know, each after a space. Its list is read to
# the end first: a reader that leaves at the first match ends the writer with a broken pipe, which counts as a failure.
zelvan_missing_libraries() {
  local linker known library
  linker="$(command -v ldconfig || echo /sbin/ldconfig)"
  known="$("$linker" -p 2>/dev/null || true)"
  [ -n "$known" ] || return 0
  for library in "$@"; do
    case "$known" in
      *"$library"*) ;;
      *) printf ' %s' "$library" ;;
    esac
  done
}
# Whether these arguments of demo or open lead to a window, and not to help or a folder.
zelvan_opens_window() {
  local argument
  for argument in "$@"; do
    case "$argument" in
      --out | --out=* | --help | -h | --version | -V) return 1 ;;
    esac
  done
}
