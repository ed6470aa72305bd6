package zelvan.session;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import zelvan.units.RecordedSpan;

/// The stretches that a voice is made of, and what can be done to them. Where something is cut it
/// fades for a moment, so that nothing clicks.
///
/// @param all in order of their places, each with its span; none where all of it was silenced
public record Clips(List<Clip> all) {
    /// Shorter ones click, longer ones are heard (common practice).
    public static final double EDGE_SECONDS = 0.005;

    /// What would be left of a sound is no sound by itself.
    private static final double SLIVER_SECONDS = 0.05;

    private static final double SAME_SECONDS = 1e-6;

    public Clips {
        all = List.copyOf(all);
    }

    /// @param recordingSeconds length of the recording, where the voice is all of one
    public static Clips of(Layer layer, double recordingSeconds) {
        return new Clips(
                layer.clips().stream()
                        .map(c ->
                                c.span().isPresent()
                                        ? c
                                        : Clip.of(
                                                c.recordingId(),
                                                new RecordedSpan(0, recordingSeconds),
                                                c.placedSeconds()))
                        .toList());
    }

    private static RecordedSpan place(Clip clip) {
        return clip.inVoice().orElseThrow();
    }

    /// Where its last stretch ends, seconds; 0 if there is none.
    public double endSeconds() {
        return all.stream().mapToDouble(c -> place(c).endSeconds()).max().orElse(0);
    }

    /// Whether anything is heard in a stretch of the voice.
    public boolean sounds(RecordedSpan stretch) {
        return all.stream().anyMatch(c -> place(c).overlaps(stretch));
    }

    static Clips sorted(Stream<Clip> clips) {
        return new Clips(clips.sorted(Comparator.comparingDouble(Clip::placedSeconds)).toList());
    }

    /// With silence in a stretch of the voice.
    public Clips silencing(RecordedSpan stretch) {
        return sorted(
                all.stream()
                        .flatMap(c ->
                                place(c).overlaps(stretch)
                                        ? place(c).without(stretch).stream()
                                                .filter(s -> s.seconds() >= Clip.SHORTEST_SECONDS)
                                                .map(s -> cut(c, s))
                                        : Stream.of(c)));
    }

    /// Only what is heard in a stretch of the voice.
    private Clips only(RecordedSpan stretch) {
        return sorted(
                all.stream()
                        .filter(c -> place(c).sharedSeconds(stretch) >= Clip.SHORTEST_SECONDS)
                        .map(c -> cut(c, stretch)));
    }

    /// With another stretch in its place; what was there gives way, and fades into it. What had
    /// faded into something that gives way goes on until here.
    ///
    /// @param taken with its span and its fades
    /// @param room what lies in it altogether gives way altogether
    public Clips taking(Clip taken, RecordedSpan room) {
        RecordedSpan place = place(taken);
        double in = place.startSeconds() + taken.fadeInSeconds();
        double out = place.endSeconds() - taken.fadeOutSeconds();
        RecordedSpan own = new RecordedSpan(Math.min(in, out), Math.max(in, out));
        List<Clip> cut =
                all.stream().filter(c -> place(c).sharedSeconds(own) > SAME_SECONDS).toList();
        Clip joined = taken;
        List<Clip> left = new ArrayList<>();
        for (Clip clip : all) {
            boolean stays = !isIn(clip, room);
            boolean before = stays && isBefore(clip, own);
            boolean after = stays && isAfter(clip, own);
            boolean first =
                    before
                            && (cut.contains(clip)
                                    || cut.stream()
                                            .anyMatch(c ->
                                                    (isIn(c, room) || !isBefore(c, own))
                                                            && isSeam(clip, c)));
            boolean last =
                    after
                            && (cut.contains(clip)
                                    || cut.stream()
                                            .anyMatch(c ->
                                                    (isIn(c, room) || !isAfter(c, own))
                                                            && isSeam(c, clip)));
            if (first) {
                Clip part =
                        reaching(clip, clip.placedSeconds(), in)
                                .withFades(clip.fadeInSeconds(), taken.fadeInSeconds());
                joined = goesOn(part, joined) ? join(part, joined) : kept(part, joined, left);
            }
            if (last) {
                Clip part =
                        reaching(clip, out, place(clip).endSeconds())
                                .withFades(taken.fadeOutSeconds(), clip.fadeOutSeconds());
                joined = goesOn(joined, part) ? join(joined, part) : kept(part, joined, left);
            }
            if (!first && !last && !cut.contains(clip)) {
                left.add(clip);
            }
        }
        left.add(joined);
        return sorted(left.stream());
    }

    private static Clip kept(Clip part, Clip joined, List<Clip> left) {
        left.add(part);
        return joined;
    }

    private static boolean isIn(Clip clip, RecordedSpan room) {
        return place(clip).startSeconds() >= room.startSeconds()
                && place(clip).endSeconds() <= room.endSeconds();
    }

    /// Whether it begins before a stretch.
    private static boolean isBefore(Clip clip, RecordedSpan stretch) {
        return place(clip).startSeconds() < stretch.startSeconds() - SLIVER_SECONDS;
    }

    /// Whether it ends after a stretch.
    private static boolean isAfter(Clip clip, RecordedSpan stretch) {
        return place(clip).endSeconds() > stretch.endSeconds() + SLIVER_SECONDS;
    }

    /// Whether one goes over into the other.
    static boolean isSeam(Clip first, Clip second) {
        double together = place(first).endSeconds() - place(second).startSeconds();
        return place(first).startSeconds() < place(second).startSeconds()
                && together > -EDGE_SECONDS
                && together < first.fadeOutSeconds() + second.fadeInSeconds() + EDGE_SECONDS;
    }

    /// The same recording from one moment of the voice to another.
    static Clip reaching(Clip clip, double fromSeconds, double toSeconds) {
        double from = Math.max(0, fromSeconds - clip.shiftSeconds());
        double to = Math.max(from + Clip.SHORTEST_SECONDS, toSeconds - clip.shiftSeconds());
        return new Clip(
                clip.recordingId(),
                Optional.of(new RecordedSpan(from, to)),
                Math.max(0, from + clip.shiftSeconds()),
                clip.fadeInSeconds(),
                clip.fadeOutSeconds(),
                clip.gainDecibels());
    }

    /// Whether the second is what follows in the same recording.
    private static boolean goesOn(Clip first, Clip second) {
        return first.recordingId().equals(second.recordingId())
                && Math.abs(first.shiftSeconds() - second.shiftSeconds()) < SAME_SECONDS
                && first.gainDecibels() == second.gainDecibels()
                && place(first).endSeconds() > place(second).startSeconds() - SAME_SECONDS;
    }

    private static Clip join(Clip first, Clip second) {
        return reaching(first, place(first).startSeconds(), place(second).endSeconds())
                .withFades(first.fadeInSeconds(), second.fadeOutSeconds());
    }

    /// What of a clip lies in a stretch; where that ends before the clip, it fades.
    private static Clip cut(Clip clip, RecordedSpan stretch) {
        Clip left = clip.within(stretch);
        RecordedSpan was = place(clip);
        RecordedSpan is = place(left);
        return left.withFades(
                is.startSeconds() > was.startSeconds() + SAME_SECONDS
                        ? EDGE_SECONDS
                        : left.fadeInSeconds(),
                is.endSeconds() < was.endSeconds() - SAME_SECONDS
                        ? EDGE_SECONDS
                        : left.fadeOutSeconds());
    }

    /// Divided at a moment of the voice; it sounds as before.
    public Clips dividing(double seconds) {
        return sorted(
                all.stream()
                        .flatMap(c -> {
                            RecordedSpan place = place(c);
                            boolean inside =
                                    seconds - place.startSeconds() >= Clip.SHORTEST_SECONDS
                                            && place.endSeconds() - seconds
                                                    >= Clip.SHORTEST_SECONDS;
                            return inside
                                    ? Stream.of(
                                            c.within(
                                                    new RecordedSpan(
                                                            place.startSeconds(), seconds)),
                                            c.within(new RecordedSpan(seconds, place.endSeconds())))
                                    : Stream.of(c);
                        }));
    }

    /// With what is heard in a stretch somewhere else; what was there gives way, and where it was
    /// there is silence.
    ///
    /// @param toSeconds where the stretch begins then, 0 or later
    public Clips moving(RecordedSpan stretch, double toSeconds) {
        return silencing(stretch).with(only(stretch), stretch, toSeconds);
    }

    /// With what is heard in a stretch in another place as well; what was there gives way.
    ///
    /// @param toSeconds where the copy begins, 0 or later
    public Clips copying(RecordedSpan stretch, double toSeconds) {
        return with(only(stretch), stretch, toSeconds);
    }

    private Clips with(Clips taken, RecordedSpan stretch, double toSeconds) {
        double later = toSeconds - stretch.startSeconds();
        List<Clip> both = new ArrayList<>(silencing(stretch.shiftedBy(later)).all);
        taken.all.forEach(c -> both.add(c.placedAt(c.placedSeconds() + later)));
        return sorted(both.stream());
    }

    /// With the stretch that sounds at a moment coming in and going over some time.
    ///
    /// @param inSeconds 0 or more
    /// @param outSeconds 0 or more
    public Clips fading(double atSeconds, double inSeconds, double outSeconds) {
        return sorted(
                all.stream()
                        .map(c ->
                                place(c).contains(atSeconds)
                                        ? c.withFades(
                                                Math.min(inSeconds, place(c).seconds()),
                                                Math.min(outSeconds, place(c).seconds()))
                                        : c));
    }
}
