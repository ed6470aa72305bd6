package zelvan.exchange;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import zelvan.measure.TakeFigures;
import zelvan.measure.TakeWeights;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.takes.Take;
import zelvan.takes.TakeMap;
import zelvan.units.Clock;
import zelvan.units.GuideSpan;

/// What the takes of a voice are like, for whoever reads it without a window.
public final class TakeReport {
    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    /// @param take its number, from 1
    private record TakeOut(int take, String file, int pass, int passes) {}

    private record FiguresOut(
            int take,
            double score,
            double offsetMs,
            double spreadMs,
            double cents,
            double levelDecibels,
            double missingSeconds,
            double otherWordsSeconds,
            double noiseDecibels,
            double clippedMs,
            double doubt,
            double likeness) {}

    /// @param phrase its number, from 1
    /// @param chosen the number of the take that it is made of
    private record PhraseOut(
            int phrase,
            double startSeconds,
            double endSeconds,
            Optional<Integer> chosen,
            List<FiguresOut> takes) {}

    private record Document(String voice, List<TakeOut> takes, List<PhraseOut> phrases) {}

    private TakeReport() {}

    /// The whole as one JSON document; times are the guide's.
    public static String json(Session session, Voice voice, TakeMap map) {
        TakeWeights weights = TakeWeights.of(session.settingsOf(voice));
        List<TakeOut> takes = new ArrayList<>();
        for (Take take : map.takes()) {
            takes.add(
                    new TakeOut(
                            takes.size() + 1,
                            session.recording(take.recordingId()).orElseThrow().audio().path(),
                            take.number(),
                            take.passes()));
        }
        List<PhraseOut> phrases = new ArrayList<>();
        for (GuideSpan span : map.phrases()) {
            int phrase = phrases.size();
            List<FiguresOut> figures = new ArrayList<>();
            for (int t = 0; t < map.takes().size(); t++) {
                int number = t + 1;
                map.takes()
                        .get(t)
                        .figures()
                        .get(phrase)
                        .ifPresent(f -> figures.add(figures(number, f, weights)));
            }
            phrases.add(
                    new PhraseOut(
                            phrase + 1,
                            rounded(span.startSeconds()),
                            rounded(span.endSeconds()),
                            map.chosen(voice.layer(), phrase).map(t -> map.takes().indexOf(t) + 1),
                            figures));
        }
        return JSON.writeValueAsString(new Document(voice.name(), takes, phrases));
    }

    private static FiguresOut figures(int take, TakeFigures f, TakeWeights weights) {
        return new FiguresOut(
                take,
                rounded(f.score(weights)),
                rounded(1000 * f.offsetSeconds()),
                rounded(1000 * f.spreadSeconds()),
                rounded(f.cents()),
                rounded(f.levelDecibels()),
                rounded(f.missingSeconds()),
                rounded(f.wrongSeconds()),
                rounded(f.noiseDecibels()),
                rounded(1000 * f.clippedSeconds()),
                rounded(f.doubt()),
                rounded(f.likeness()));
    }

    private static double rounded(double value) {
        return AnalysisJson.rounded(value, 1000);
    }

    /// For people: the takes, then each phrase with all that sing it, the best first; a star is
    /// what it is made of.
    public static List<String> lines(Session session, Voice voice, TakeMap map) {
        TakeWeights weights = TakeWeights.of(session.settingsOf(voice));
        List<String> lines = new ArrayList<>();
        for (int t = 0; t < map.takes().size(); t++) {
            lines.add("take %d: %s".formatted(t + 1, name(session, map.takes().get(t))));
        }
        for (int p = 0; p < map.phrases().size(); p++) {
            int phrase = p;
            GuideSpan span = map.phrases().get(p);
            lines.add("phrase %d, %s".formatted(p + 1, Clock.text(span.startSeconds(), 1)));
            Optional<Take> chosen = map.chosen(voice.layer(), p);
            map.takes().stream()
                    .filter(t -> t.figures().get(phrase).isPresent())
                    .sorted(
                            Comparator.comparingDouble(
                                    t -> t.figures().get(phrase).orElseThrow().score(weights)))
                    .forEach(t -> {
                        TakeFigures figures = t.figures().get(phrase).orElseThrow();
                        lines.add(
                                String.format(
                                        Locale.ROOT,
                                        "  %s take %d: %5.1f  %s",
                                        chosen.filter(c -> c == t).isPresent() ? "*" : " ",
                                        map.takes().indexOf(t) + 1,
                                        figures.score(weights),
                                        figures.words()));
                    });
        }
        return lines;
    }

    /// What a take is called: its file, and which pass of it.
    public static String name(Session session, Take take) {
        String file =
                VoiceFolder.nameOf(
                        session.recording(take.recordingId()).orElseThrow().audio().file());
        return take.passes() == 1
                ? file
                : file + ", pass " + take.number() + " of " + take.passes();
    }
}
