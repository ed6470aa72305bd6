package zelvan.analysis;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import java.util.stream.Stream;
import zelvan.units.RecordedSpan;
import zelvan.units.Search;

/// What is heard in a voice that is put together from stretches of recordings: what was heard in
/// these, without listening again. Frames lie where they are nearest; moments are exact.
public final class Assembled {
    /// @param heard what was heard in the recording
    /// @param span which part of it
    /// @param shiftSeconds by how much later it is in the voice
    /// @param gainDecibels by how much louder
    public record Part(
            VoiceAnalysis heard, RecordedSpan span, double shiftSeconds, double gainDecibels) {
        private Part within(double fromSeconds, double toSeconds) {
            double start = Math.max(span.startSeconds(), fromSeconds - shiftSeconds);
            double end = Math.min(span.endSeconds(), toSeconds - shiftSeconds);
            return new Part(
                    heard,
                    new RecordedSpan(start, Math.max(start, end)),
                    shiftSeconds,
                    gainDecibels);
        }

        private double startSeconds() {
            return span.startSeconds() + shiftSeconds;
        }

        private double endSeconds() {
            return span.endSeconds() + shiftSeconds;
        }
    }

    /// What is left of a note at a cut, if it is less, is none.
    private static final double SHORTEST_NOTE_SECONDS = 0.02;

    private static final double HOP = VoiceAnalysis.HOP_SECONDS;

    private Assembled() {}

    /// @param seconds length of the voice
    /// @param parts at least one, in order; where two overlap, each has its half
    public static VoiceAnalysis of(double seconds, List<Part> parts) {
        List<Part> own = divided(parts);
        VoiceAnalysis any = parts.getFirst().heard;
        int frames = (int) (seconds / HOP) + 1;
        float[] levels = new float[frames];
        float[] loudness = new float[frames];
        float[] hertz = new float[frames];
        float[] voicing = new float[frames];
        Arrays.fill(levels, (float) LevelFrames.SILENCE_DECIBELS);
        Arrays.fill(loudness, (float) LevelFrames.SILENCE_DECIBELS);
        Arrays.fill(hertz, Float.NaN);
        List<FrameRows.Part> phonetic = new ArrayList<>();
        List<FrameRows.Part> spectrum = new ArrayList<>();
        for (Part part : own) {
            VoiceAnalysis heard = part.heard;
            int later = (int) Math.round(part.shiftSeconds / HOP);
            int from = Math.max((int) Math.ceil(part.startSeconds() / HOP), later);
            int to =
                    Math.min(
                            (int) Math.ceil(part.endSeconds() / HOP),
                            Math.min(frames, heard.frames() + later));
            if (from >= to) {
                continue;
            }
            for (int f = from; f < to; f++) {
                int source = f - later;
                levels[f] = heard.levelDecibels()[source] + (float) part.gainDecibels;
                loudness[f] = heard.loudness()[source] + (float) part.gainDecibels;
                hertz[f] = (float) heard.pitch().hertz(source);
                voicing[f] = (float) heard.pitch().voicing(source);
            }
            phonetic.add(new FrameRows.Part(heard.phonetic(), from - later, from, to - from));
            spectrum.add(new FrameRows.Part(heard.spectrum(), from - later, from, to - from));
        }
        double activeDecibels =
                parts.stream().mapToDouble(p -> p.heard.activeDecibels()).max().orElseThrow();
        PitchTrack pitch =
                new PitchTrack(HOP, hertz, voicing, spans(own, h -> h.pitch().octaveDoubts()));
        boolean[] active = new boolean[frames];
        for (int f = 0; f < frames; f++) {
            active[f] = levels[f] > activeDecibels;
        }
        List<RecordedSpan> phrases = PhraseFinder.phrases(active, pitch);
        List<End> ends = own.stream().flatMap(Assembled::ends).toList();
        return new VoiceAnalysis(
                seconds,
                pitch,
                levels,
                loudness,
                activeDecibels,
                FrameRows.assembled(any.phonetic().width(), frames, phonetic),
                FrameRows.assembled(any.spectrum().width(), frames, spectrum),
                moments(
                        own,
                        VoiceAnalysis::transitions,
                        Transition::seconds,
                        Transition::shiftedBy),
                moments(own, VoiceAnalysis::landmarks, Landmark::seconds, Landmark::shiftedBy),
                phrases,
                own.stream().flatMap(Assembled::notes).toList(),
                spans(own, VoiceAnalysis::esses),
                PhraseFinder.breaths(active, phrases, HOP).stream()
                        .filter(b -> ends.stream().noneMatch(e -> e.span().overlaps(b)))
                        .toList(),
                ends);
    }

    private static List<Part> divided(List<Part> parts) {
        List<Part> divided = new ArrayList<>();
        for (int i = 0; i < parts.size(); i++) {
            Part part = parts.get(i);
            double from = i == 0 ? 0 : border(parts.get(i - 1), part);
            double to = i + 1 == parts.size() ? part.endSeconds() : border(part, parts.get(i + 1));
            divided.add(part.within(from, to));
        }
        return divided;
    }

    private static double border(Part before, Part after) {
        return before.endSeconds() > after.startSeconds()
                ? 0.5 * (before.endSeconds() + after.startSeconds())
                : after.startSeconds();
    }

    private static Stream<Note> notes(Part part) {
        return part.heard.notes().stream()
                .filter(n -> n.span().sharedSeconds(part.span) >= SHORTEST_NOTE_SECONDS)
                .map(n ->
                        new Note(
                                n.span().shared(part.span).shiftedBy(part.shiftSeconds),
                                n.hertz()));
    }

    private static Stream<End> ends(Part part) {
        return part.heard.ends().stream()
                .filter(e -> part.span.contains(e.span().middleSeconds()))
                .map(e -> e.withSpan(e.span().shared(part.span).shiftedBy(part.shiftSeconds)));
    }

    private static <M> List<M> moments(
            List<Part> parts,
            Function<VoiceAnalysis, List<M>> of,
            ToDoubleFunction<M> seconds,
            BiFunction<M, Double, M> shifted) {
        return parts.stream()
                .flatMap(p ->
                        within(of.apply(p.heard), seconds, p.span).stream()
                                .map(m -> shifted.apply(m, p.shiftSeconds)))
                .toList();
    }

    private static <M> List<M> within(
            List<M> inOrder, ToDoubleFunction<M> seconds, RecordedSpan span) {
        return inOrder.subList(
                firstFrom(inOrder, seconds, span.startSeconds()),
                firstFrom(inOrder, seconds, span.endSeconds()));
    }

    private static <M> int firstFrom(List<M> inOrder, ToDoubleFunction<M> seconds, double from) {
        return Search.first(inOrder.size(), i -> seconds.applyAsDouble(inOrder.get(i)) >= from);
    }

    private static List<RecordedSpan> spans(
            List<Part> parts, Function<VoiceAnalysis, List<RecordedSpan>> of) {
        return parts.stream()
                .flatMap(p ->
                        of.apply(p.heard).stream()
                                .filter(s -> s.overlaps(p.span))
                                .map(s -> s.shared(p.span).shiftedBy(p.shiftSeconds)))
                .toList();
    }
}
