package zelvan.singers;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.Collectors;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import zelvan.files.Target;
import zelvan.files.WholeFile;
import zelvan.files.WriteProblem;
import zelvan.singers.Performance.Moment;
import zelvan.units.TimeSpan;

/// What is known about a session that was made up: the file `truth.json` beside its audio.
///
/// @param guide file name of the guide
/// @param voices every voice, the guide among them
public record Truth(String guide, List<Voice> voices) {
    /// The name of the file, beside the audio.
    public static final String FILE_NAME = "truth.json";

    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    public Truth {
        voices = List.copyOf(voices);
    }

    /// @param file its name
    /// @param kind `guide`, `double`, `take`, `harmony` or `octave`
    /// @param moments what singers line up, with ids shared between voices
    /// @param adLibs stretches that the guide does not have
    /// @param missing labels of phrases that it does not sing
    public record Voice(
            String file,
            String kind,
            List<Moment> moments,
            List<TimeSpan> adLibs,
            List<String> missing) {
        public Voice {
            moments = List.copyOf(moments);
            adLibs = List.copyOf(adLibs);
            missing = List.copyOf(missing);
        }
    }

    /// The voice in that file.
    public Optional<Voice> voice(String file) {
        return voices.stream().filter(v -> v.file().equals(file)).findFirst();
    }

    /// When each moment of the guide happens, by id.
    public Map<String, Double> guideSeconds() {
        return voice(guide).orElseThrow().moments().stream()
                .collect(Collectors.toMap(Moment::id, Moment::seconds));
    }

    /// How far each moment that a voice shares with the guide is from the guide's, once the voice's
    /// times are mapped: positive is late.
    ///
    /// @param outputSecondsAt when a moment of the voice, as recorded, sounds
    public double[] offsetsSeconds(String file, DoubleUnaryOperator outputSecondsAt) {
        Map<String, Double> guideSeconds = guideSeconds();
        return voice(file).orElseThrow().moments().stream()
                .flatMapToDouble(moment ->
                        Optional.ofNullable(guideSeconds.get(moment.id()))
                                .map(at -> outputSecondsAt.applyAsDouble(moment.seconds()) - at)
                                .stream()
                                .mapToDouble(Double::doubleValue))
                .toArray();
    }

    void write(Target target) throws WriteProblem {
        WholeFile.write(target, file -> Files.write(file, JSON.writeValueAsBytes(this)));
    }

    public static Truth read(Path folder) {
        return JSON.readValue(folder.resolve(FILE_NAME).toFile(), Truth.class);
    }
}
