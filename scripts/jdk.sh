# Sourced by the other scripts: exports JAVA_HOME of a JDK 25 or newer that has the module for wide instructions, or says how to
# get one.
zelvan_is_jdk25() {
  local said
  [ -x "$1/bin/javac" ] || return 1
  said="$("$1/bin/java" -version 2>&1 || true)"
  [[ "$said" =~ version\ \"([0-9]+) ]] && [ "${BASH_REMATCH[1]}" -ge 25 ] || return 1
  # A JDK lists its modules beside itself; one that does not is taken as it is.
  ! grep -qs '^MODULES=' "$1/release" || grep -q '^MODULES=.*jdk\.incubator\.vector' "$1/release"
}
zelvan_find_jdk() {
  local candidate
  for candidate in "${JAVA_HOME:-}" \
      /usr/lib/jvm/*25* /usr/lib/jvm/*2[6-9]* /opt/*jdk*25* "${HOME:-}"/.sdkman/candidates/java/25* "${HOME:-}"/.jdks/*25* \
      /Library/Java/JavaVirtualMachines/*25*/Contents/Home \
      "$(dirname "$(dirname "$(readlink -f "$(command -v javac 2>/dev/null)" 2>/dev/null)" 2>/dev/null)" 2>/dev/null)"; do
    if [ -n "$candidate" ] && zelvan_is_jdk25 "$candidate"; then
      export JAVA_HOME="$candidate"
      return 0
    fi
  done
  echo "zelvan: no JDK 25 with the module jdk.incubator.vector was found. Install one (for example Temurin 25 or your system's openjdk-25-jdk package) or set JAVA_HOME to it." >&2
  return 1
}
zelvan_find_maven() {
  command -v mvn >/dev/null 2>&1 && return 0
  echo "zelvan: Maven was not found. Install Maven 3.8 or newer (the package is called maven)." >&2
  return 1
}
zelvan_find_jdk || exit 1
# Maven's own libraries make newer JDKs print warnings that say nothing about this project.
export MAVEN_OPTS="${MAVEN_OPTS:-} --enable-native-access=ALL-UNNAMED --sun-misc-unsafe-memory-access=allow"
