package zelvan.takes;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.measure.TakeWeights;
import zelvan.problem.ZelvanProblem;
import zelvan.session.AudioReference;
import zelvan.session.Clip;
import zelvan.session.Layer;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// The takes of a voice and what each of them is like in each phrase.
///
/// @param phrases of the guide, as recorded
/// @param takes in order
/// @param recordings how many there are to choose from
/// @param ready how many of them are worked out
/// @param problems what went wrong with the others
public record TakeMap(
        List<GuideSpan> phrases,
        List<Take> takes,
        int recordings,
        int ready,
        List<ZelvanProblem> problems) {
    /// Less than this belongs to a seam.
    private static final double SHORTEST_SECONDS = 0.08;

    public static final TakeMap NONE = new TakeMap(List.of(), List.of(), 0, 0, List.of());

    /// A phrase of a recording.
    ///
    /// @param content of the recording's file
    /// @param number of the pass
    /// @param phrase index
    public record Used(String content, int number, int phrase) {}

    public TakeMap {
        phrases = List.copyOf(phrases);
        takes = List.copyOf(takes);
        problems = List.copyOf(problems);
    }

    /// The recordings as they were read, by path; see [zelvan.session.Session#knowing].
    public Map<String, AudioReference> read() {
        return takes.stream()
                .map(Take::audio)
                .collect(Collectors.toMap(AudioReference::path, a -> a, (one, same) -> one));
    }

    /// Only those that a voice has.
    public TakeMap of(Layer layer) {
        List<Take> own =
                takes.stream().filter(t -> layer.takes().contains(t.recordingId())).toList();
        return own.size() == takes.size()
                ? this
                : new TakeMap(phrases, own, recordings, ready, problems);
    }

    /// This, or what was known before, as long as that is more: takes are told again one after the
    /// other with every change.
    public TakeMap over(TakeMap before) {
        return isComplete() || ready >= before.ready ? this : before;
    }

    /// Whether all that can be worked out is.
    public boolean isComplete() {
        return ready + problems.size() >= recordings;
    }

    /// The take that is best in a phrase; empty where none sings it.
    ///
    /// @param phrase index
    /// @param used what must not be taken again
    public Optional<Take> best(int phrase, TakeWeights weights, Set<Used> used) {
        return takes.stream()
                .filter(t -> t.figures().get(phrase).isPresent())
                .filter(t -> !used.contains(new Used(t.content(), t.number(), phrase)))
                .min(
                        Comparator.comparingDouble(
                                t -> t.figures().get(phrase).orElseThrow().score(weights)));
    }

    /// The best take of each phrase, by its index.
    public Map<Integer, Take> best(TakeWeights weights, Set<Used> used) {
        Map<Integer, Take> best = new TreeMap<>();
        for (int p = 0; p < phrases.size(); p++) {
            int phrase = p;
            best(p, weights, used).ifPresent(take -> best.put(phrase, take));
        }
        return best;
    }

    /// From which take a phrase is made, as far as it is made of one.
    ///
    /// @param layer of the voice
    /// @param phrase index
    public Optional<Take> chosen(Layer layer, int phrase) {
        return chosen(byRecording(layer), phrase);
    }

    /// The same of each phrase.
    public List<Optional<Take>> chosen(Layer layer) {
        Map<String, List<Clip>> clips = byRecording(layer);
        return IntStream.range(0, phrases.size()).mapToObj(p -> chosen(clips, p)).toList();
    }

    private static Map<String, List<Clip>> byRecording(Layer layer) {
        return layer.clips().stream().collect(Collectors.groupingBy(Clip::recordingId));
    }

    private Optional<Take> chosen(Map<String, List<Clip>> clips, int phrase) {
        return takes.stream()
                .filter(t -> t.figures().get(phrase).isPresent())
                .filter(t ->
                        sounds(
                                clips.getOrDefault(t.recordingId(), List.of()),
                                t,
                                phrases.get(phrase)))
                .findFirst();
    }

    private static boolean sounds(List<Clip> clips, Take take, GuideSpan phrase) {
        RecordedSpan sung = take.pass().match().alignment().inVoice(phrase);
        double made = 0;
        for (RecordedSpan part : taken(clips, sung)) {
            made += part.seconds();
        }
        return made > sung.seconds() / 2;
    }

    /// What clips take of a stretch of their recording.
    private static List<RecordedSpan> taken(List<Clip> clips, RecordedSpan sung) {
        return clips.stream()
                .map(c -> c.span().orElse(sung))
                .filter(s -> s.sharedSeconds(sung) >= SHORTEST_SECONDS)
                .map(sung::shared)
                .toList();
    }

    /// The parts of a phrase that are made of a take, in order.
    ///
    /// @param layer of the voice
    /// @param phrase index
    public List<GuideSpan> parts(Layer layer, Take take, int phrase) {
        if (take.figures().get(phrase).isEmpty()) {
            return List.of();
        }
        List<Clip> clips =
                layer.clips().stream()
                        .filter(c -> c.recordingId().equals(take.recordingId()))
                        .toList();
        GuideSpan span = phrases.get(phrase);
        Alignment alignment = take.pass().match().alignment();
        List<GuideSpan> parts = new ArrayList<>();
        for (RecordedSpan taken : taken(clips, alignment.inVoice(span))) {
            GuideSpan part = alignment.inGuide(taken);
            if (!part.overlaps(span)) {
                continue;
            }
            GuideSpan own = part.shared(span);
            boolean goesOn =
                    !parts.isEmpty()
                            && own.startSeconds() - parts.getLast().endSeconds() < SHORTEST_SECONDS;
            parts.add(
                    goesOn
                            ? new GuideSpan(parts.removeLast().startSeconds(), own.endSeconds())
                            : own);
        }
        return parts;
    }

    /// Every phrase of a recording that a voice is made of.
    public Set<Used> used(Layer layer) {
        Set<Used> used = new HashSet<>();
        List<Optional<Take>> chosen = chosen(layer);
        for (int p = 0; p < chosen.size(); p++) {
            int phrase = p;
            chosen.get(p).ifPresent(t -> used.add(new Used(t.content(), t.number(), phrase)));
        }
        return used;
    }

    /// The anchors of a take in a phrase.
    static List<Anchor> anchors(Take take, GuideSpan phrase) {
        return take.pass().match().alignment().anchorsIn(phrase);
    }
}
