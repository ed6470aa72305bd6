package zelvan.exchange;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/// Which files are takes of the same line: by their names, as in “Left double” and “Left double
/// take 2”, or because they lie in a folder that is called as the line, or as its takes. What is
/// numbered the same is not: those are other tracks.
final class TakeFiles {
    private TakeFiles() {}

    /// @return the takes of each file that has some, in order; the others have none
    static Map<Path, List<Path>> among(List<Path> files) {
        Map<Path, List<Path>> takes = new LinkedHashMap<>();
        files.forEach(f -> takes.put(f, new ArrayList<>()));
        for (Path file : files) {
            line(file)
                    .flatMap(line -> first(line, file, files))
                    .ifPresent(first -> {
                        takes.getOrDefault(first, new ArrayList<>()).add(file);
                        takes.remove(file);
                    });
        }
        return takes;
    }

    /// The line that a file says that it is a take of.
    private static Optional<String> line(Path file) {
        TrackName name = new TrackName(VoiceFolder.nameOf(file));
        Path folder = file.toAbsolutePath().normalize().getParent();
        String around =
                folder == null || folder.getFileName() == null
                        ? ""
                        : folder.getFileName().toString();
        return name.numbered()
                .map(TrackName.Numbered::line)
                .or(() ->
                        around.isBlank()
                                ? Optional.empty()
                                : Optional.of(
                                        around.replaceFirst("(?i)[ _-]*takes?$", "").strip()));
    }

    /// The file that stands for the line: the one that is called so, else the first that is
    /// numbered; empty if that is the file itself.
    private static Optional<Path> first(String line, Path file, List<Path> files) {
        Optional<Path> named =
                files.stream()
                        .filter(f -> same(new TrackName(VoiceFolder.nameOf(f)).line(), line))
                        .findFirst();
        if (named.isPresent()) {
            return named.filter(f -> !f.equals(file));
        }
        List<Path> numbered =
                files.stream()
                        .filter(f ->
                                new TrackName(VoiceFolder.nameOf(f))
                                        .numbered()
                                        .filter(n -> same(n.line(), line))
                                        .isPresent())
                        .toList();
        long numbers =
                numbered.stream()
                        .map(f -> new TrackName(VoiceFolder.nameOf(f)).numbered().orElseThrow())
                        .distinct()
                        .count();
        return numbers == numbered.size() && numbered.contains(file)
                ? numbered.stream().findFirst().filter(f -> !f.equals(file))
                : Optional.empty();
    }

    static boolean same(String one, String other) {
        return one.toLowerCase(Locale.ROOT).equals(other.toLowerCase(Locale.ROOT));
    }
}
