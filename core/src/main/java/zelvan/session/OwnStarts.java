package zelvan.session;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.Map;
import java.util.TreeMap;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import zelvan.files.WholeFile;
import zelvan.files.WriteProblem;
import zelvan.setting.Settings;

/// Settings to start from that the user keeps under names of his own, for all songs; see
/// [StartingPoint] for those that the program brings.
///
/// @param byName in the order of their names
public record OwnStarts(Map<String, Settings> byName) {
    public static final OwnStarts NONE = new OwnStarts(Map.of());

    private static final JsonMapper JSON =
            JsonMapper.builder()
                    .addModule(SettingsJson.module())
                    .enable(SerializationFeature.INDENT_OUTPUT)
                    .build();

    public OwnStarts {
        TreeMap<String, Settings> sorted = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        sorted.putAll(byName);
        byName = Collections.unmodifiableMap(sorted);
    }

    /// With one more, or with another in the place of the one of that name.
    ///
    /// @throws IllegalArgumentException if the name says nothing
    public OwnStarts with(String name, Settings settings) {
        if (name.isBlank()) {
            throw new IllegalArgumentException("a name says something");
        }
        Map<String, Settings> more = new TreeMap<>(byName);
        more.put(name.strip(), settings);
        return new OwnStarts(more);
    }

    public OwnStarts without(String name) {
        Map<String, Settings> fewer = new TreeMap<>(byName);
        fewer.remove(name);
        return new OwnStarts(fewer);
    }

    /// What is kept there; none if there is no such file.
    ///
    /// @throws SessionProblem if it cannot be read, or is not what was kept
    public static OwnStarts read(Path file) throws SessionProblem {
        if (Files.notExists(file)) {
            return NONE;
        }
        try {
            return new OwnStarts(
                    JSON.readValue(
                            Files.readString(file), new TypeReference<Map<String, Settings>>() {}));
        } catch (IOException | JacksonException e) {
            throw new SessionProblem(
                    file,
                    "your own starting points could not be read",
                    "Move the file away; the program makes a new one with the next that you keep",
                    e);
        }
    }

    /// Keeps them there.
    ///
    /// @throws WriteProblem if the system does not let it; what was there before still is
    public void keep(Path file) throws WriteProblem {
        String document = JSON.writeValueAsString(byName);
        try {
            WholeFile.keep(file, beside -> Files.writeString(beside, document));
        } catch (IOException e) {
            throw WriteProblem.of(file, e);
        }
    }
}
