package zelvan.exchange;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.measure.Lock;
import zelvan.measure.PitchLock;
import zelvan.session.Clip;
import zelvan.session.KnownSettings;
import zelvan.session.PhraseSettings;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.Voice;
import zelvan.setting.Amount;
import zelvan.setting.Choice;
import zelvan.setting.Setting;
import zelvan.setting.Settings;
import zelvan.takes.Take;
import zelvan.units.SongSpan;

/// What is in a session, for whoever reads it without a window.
public final class SessionReport {
    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    /// @param startSeconds of the song, as [#endSeconds]
    private record PhraseOut(
            double startSeconds, double endSeconds, Map<String, Object> settings) {}

    private record FiguresOut(
            double beforeMedianMs,
            double beforeP90Ms,
            double afterMedianMs,
            double afterP90Ms,
            double beforeMedianCents,
            double afterMedianCents,
            double afterP90Cents,
            double beforeMedianDecibels,
            double afterMedianDecibels,
            double afterP90Decibels) {}

    /// @param file of the recording
    /// @param startSeconds what is taken of it, as [#endSeconds]; empty for all of it
    /// @param placedSeconds when that begins in the voice
    private record ClipOut(
            String file,
            Optional<Double> startSeconds,
            Optional<Double> endSeconds,
            double placedSeconds,
            double fadeInSeconds,
            double fadeOutSeconds,
            double gainDecibels) {}

    /// @param phrase its number, from 1
    /// @param file of the recording that it is made of
    /// @param pass of it, from 1
    private record ChoiceOut(int phrase, String file, int pass) {}

    /// @param clips what it is made of
    /// @param takes the files of what it is chosen from
    /// @param choices what each phrase is made of, as far as it is made of one take
    /// @param settings all that are in force
    /// @param departs the words of those that depart from the stack
    private record TrackOut(
            String name,
            String file,
            String role,
            Optional<String> stack,
            List<ClipOut> clips,
            List<String> takes,
            List<ChoiceOut> choices,
            Map<String, Object> settings,
            List<String> departs,
            List<PhraseOut> phrases,
            Optional<FiguresOut> figures,
            Optional<String> problem) {}

    private record StackOut(String name, String follows, Map<String, Object> settings) {}

    private record Document(String name, List<StackOut> stacks, List<TrackOut> tracks) {}

    private SessionReport() {}

    /// The whole as one JSON document; settings by their words, in the units in which they are set.
    ///
    /// @param derived with what is known of takes
    public static String json(Derived derived) {
        Session session = derived.session();
        return JSON.writeValueAsString(
                new Document(
                        session.name(),
                        session.stacks().stream()
                                .map(s ->
                                        new StackOut(
                                                s.name(), leader(session, s), all(s.settings())))
                                .toList(),
                        session.voices().stream().map(v -> track(derived, v)).toList()));
    }

    private static String leader(Session session, Stack stack) {
        return session.voice(stack.leaderId()).or(session::guide).map(Voice::name).orElse("");
    }

    private static Map<String, Object> all(Settings settings) {
        Map<String, Object> all = new LinkedHashMap<>();
        KnownSettings.all().forEach(s -> all.put(s.word(), value(settings, s)));
        return all;
    }

    private static Map<String, Object> own(Settings settings) {
        Map<String, Object> own = new LinkedHashMap<>();
        settings.set().forEach(s -> own.put(s.word(), value(settings, s)));
        return own;
    }

    private static Object value(Settings settings, Setting<?> setting) {
        return switch (setting) {
            case Amount amount -> amount.written(settings.inForce(amount));
            case Choice<?> choice -> choice.typedIn(settings);
        };
    }

    private static TrackOut track(Derived derived, Voice voice) {
        Session session = derived.session();
        Optional<DerivedVoice> made = derived.voice(voice.id());
        return new TrackOut(
                voice.name(),
                session.audioOf(voice).path(),
                voice.role().word(),
                session.stack(voice.stackId()).map(Stack::name),
                voice.layer().clips().stream().map(c -> clip(session, c)).toList(),
                voice.layer().takes().stream().map(id -> path(session, id)).toList(),
                choices(derived, voice),
                all(session.settingsOf(voice)),
                voice.settings().set().stream().map(Setting::word).toList(),
                voice.phrases().stream().map(p -> phrase(derived, p)).toList(),
                made.filter(m -> voice.role().follows()).map(SessionReport::figures),
                made.flatMap(DerivedVoice::problem).map(p -> String.valueOf(p.getMessage())));
    }

    private static String path(Session session, String recordingId) {
        return session.recording(recordingId).orElseThrow().audio().path();
    }

    private static ClipOut clip(Session session, Clip clip) {
        return new ClipOut(
                path(session, clip.recordingId()),
                clip.span().map(s -> AnalysisJson.rounded(s.startSeconds(), 1000)),
                clip.span().map(s -> AnalysisJson.rounded(s.endSeconds(), 1000)),
                AnalysisJson.rounded(clip.placedSeconds(), 1000),
                AnalysisJson.rounded(clip.fadeInSeconds(), 1000),
                AnalysisJson.rounded(clip.fadeOutSeconds(), 1000),
                clip.gainDecibels());
    }

    private static List<ChoiceOut> choices(Derived derived, Voice voice) {
        List<ChoiceOut> choices = new ArrayList<>();
        List<Optional<Take>> chosen = derived.takes(voice).chosen(voice.layer());
        for (int p = 0; p < chosen.size(); p++) {
            int number = p + 1;
            chosen.get(p)
                    .ifPresent(take ->
                            choices.add(
                                    new ChoiceOut(
                                            number,
                                            path(derived.session(), take.recordingId()),
                                            take.number())));
        }
        return choices;
    }

    private static PhraseOut phrase(Derived derived, PhraseSettings phrase) {
        SongSpan sounds = derived.guideClocks().song(phrase.guideSpan());
        return new PhraseOut(
                AnalysisJson.rounded(sounds.startSeconds(), 1000),
                AnalysisJson.rounded(sounds.endSeconds(), 1000),
                own(phrase.settings()));
    }

    private static FiguresOut figures(DerivedVoice made) {
        Lock before = made.lock().before();
        Lock after = made.lock().after();
        PitchLock pitchBefore = made.pitched().lock().before();
        PitchLock pitchAfter = made.pitched().lock().after();
        return new FiguresOut(
                millis(before.medianSeconds()),
                millis(before.p90Seconds()),
                millis(after.medianSeconds()),
                millis(after.p90Seconds()),
                AnalysisJson.rounded(pitchBefore.medianCents(), 100),
                AnalysisJson.rounded(pitchAfter.medianCents(), 100),
                AnalysisJson.rounded(pitchAfter.p90Cents(), 100),
                AnalysisJson.rounded(made.levelled().lock().before().medianDecibels(), 100),
                AnalysisJson.rounded(made.levelled().lock().after().medianDecibels(), 100),
                AnalysisJson.rounded(made.levelled().lock().after().p90Decibels(), 100));
    }

    private static double millis(double seconds) {
        return AnalysisJson.rounded(1000 * seconds, 100);
    }

    /// One line a stack and a track, and one for each place that departs.
    public static List<String> lines(Derived derived) {
        Session session = derived.session();
        List<String> lines = new ArrayList<>(List.of(session.name()));
        for (Stack stack : session.stacks()) {
            lines.add(
                    "stack "
                            + stack.name()
                            + ", follows "
                            + leader(session, stack)
                            + words(stack.settings()));
        }
        for (Voice voice : session.voices()) {
            lines.add(
                    voice.role().word()
                            + " "
                            + voice.name()
                            + session.stack(voice.stackId()).map(s -> " in " + s.name()).orElse("")
                            + words(voice.settings())
                            + figures(derived, voice));
            for (PhraseSettings phrase : voice.phrases()) {
                PhraseOut span = phrase(derived, phrase);
                lines.add(
                        String.format(
                                Locale.ROOT,
                                "  %.2f–%.2f s%s",
                                span.startSeconds,
                                span.endSeconds,
                                words(phrase.settings())));
            }
            derived.voice(voice.id())
                    .flatMap(DerivedVoice::problem)
                    .ifPresent(p -> lines.add("  " + p.getMessage()));
        }
        return lines;
    }

    private static String words(Settings settings) {
        StringBuilder words = new StringBuilder();
        settings.set().forEach(s -> words.append(", ").append(word(settings, s)));
        return words.toString();
    }

    private static <T> String word(Settings settings, Setting<T> setting) {
        return setting.words(settings.inForce(setting));
    }

    private static String figures(Derived derived, Voice voice) {
        return derived.voice(voice.id())
                .filter(m -> voice.role().follows() && m.lock().before().count() > 0)
                .map(m ->
                        "; median "
                                + m.lock().before().medianText()
                                + " -> "
                                + m.lock().after().medianText()
                                + ", 90 % within "
                                + m.lock().after().p90Text())
                .orElse("");
    }
}
