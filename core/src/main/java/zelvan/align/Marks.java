package zelvan.align;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.TreeMap;
import java.util.function.DoublePredicate;
import zelvan.analysis.Landmark;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.Moments;
import zelvan.units.Search;

/// What the user makes of the landmarks found in a voice. Nothing is heard or matched anew for it:
/// the landmarks say which of the moments that belong together are lined up as such.
///
/// @param sensitivity 0 (only the plainest landmarks count) to 1 (the faintest do)
/// @param added landmarks that were not found, in order
/// @param removedSeconds moments at which there is none, whatever is found there
public record Marks(double sensitivity, List<Landmark> added, List<Double> removedSeconds) {
    public static final double USUAL_SENSITIVITY = 0.5;
    public static final Marks NONE = new Marks(USUAL_SENSITIVITY, List.of(), List.of());

    /// Landmarks as plain as this count at the usual sensitivity.
    private static final double USUAL_STRENGTH = Landmark.PLAIN_STRENGTH;

    /// A landmark this near is the one that is meant.
    private static final double SAME_SECONDS = 0.012;

    public Marks {
        added = List.copyOf(added);
        removedSeconds = List.copyOf(removedSeconds);
        if (!(sensitivity >= 0 && sensitivity <= 1)) {
            throw new IllegalArgumentException("sensitivity must be 0 to 1, was " + sensitivity);
        }
        removedSeconds.forEach(t -> Moments.check("removedSeconds", t));
    }

    public boolean isNone() {
        return equals(NONE);
    }

    public Marks withSensitivity(double value) {
        return new Marks(value, added, removedSeconds);
    }

    /// With a landmark more; where one was removed before, that no longer holds.
    public Marks adding(Landmark landmark) {
        List<Landmark> more = new ArrayList<>(added);
        more.add(landmark);
        more.sort(Comparator.comparingDouble(Landmark::seconds));
        List<Double> removed = new ArrayList<>(removedSeconds);
        removed.removeIf(s -> Math.abs(s - landmark.seconds()) < SAME_SECONDS);
        return new Marks(sensitivity, more, removed);
    }

    /// Without the landmark at a moment.
    public Marks removing(double seconds) {
        List<Landmark> fewer = new ArrayList<>(added);
        if (fewer.removeIf(l -> Math.abs(l.seconds() - seconds) < 1e-6)) {
            return new Marks(sensitivity, fewer, removedSeconds);
        }
        List<Double> removed = new ArrayList<>(removedSeconds);
        removed.add(seconds);
        return new Marks(sensitivity, added, removed);
    }

    /// The same of something that much later.
    public Marks shiftedBy(double seconds) {
        return new Marks(
                sensitivity,
                added.stream().map(l -> l.shiftedBy(seconds)).toList(),
                removedSeconds.stream().map(s -> s + seconds).toList());
    }

    /// Only what was said of moments where something holds.
    public Marks where(DoublePredicate holds) {
        return new Marks(
                sensitivity,
                added.stream().filter(l -> holds.test(l.seconds())).toList(),
                removedSeconds.stream().filter(holds::test).toList());
    }

    /// The landmarks that count, in order.
    public List<Landmark> of(VoiceAnalysis voice) {
        if (isNone()) {
            return voice.landmarks().stream().filter(l -> counts(l.strength())).toList();
        }
        List<Landmark> landmarks = new ArrayList<>(added);
        voice.landmarks().stream()
                .filter(l -> counts(l.strength()) && !isRemoved(l.seconds()))
                .forEach(landmarks::add);
        landmarks.sort(Comparator.comparingDouble(Landmark::seconds));
        return landmarks;
    }

    /// All landmarks, faint ones too, but those that the user has taken away, in order.
    public List<Landmark> heardIn(VoiceAnalysis voice) {
        List<Landmark> landmarks = new ArrayList<>(added);
        voice.landmarks().stream().filter(l -> !isRemoved(l.seconds())).forEach(landmarks::add);
        landmarks.sort(Comparator.comparingDouble(Landmark::seconds));
        return landmarks;
    }

    private boolean isRemoved(double seconds) {
        return removedSeconds.stream().anyMatch(s -> Math.abs(s - seconds) < SAME_SECONDS);
    }

    private boolean counts(double strength) {
        double least =
                sensitivity >= USUAL_SENSITIVITY
                        ? USUAL_STRENGTH * (1 - sensitivity) / (1 - USUAL_SENSITIVITY)
                        : 1 - (1 - USUAL_STRENGTH) * sensitivity / USUAL_SENSITIVITY;
        return strength >= least - 1e-9;
    }

    /// An alignment in which only the landmarks count that the user wants. One of the guide's that
    /// is not plain enough remains a moment that the two pass together; what the user has set
    /// himself stays.
    ///
    /// @param guideMarks of the guide
    /// @param voiceMarks of the voice; its sensitivity counts if it is not the usual one
    public static Alignment applied(
            Alignment found, VoiceAnalysis guide, Marks guideMarks, Marks voiceMarks) {
        Marks plain =
                voiceMarks.sensitivity == USUAL_SENSITIVITY
                        ? guideMarks
                        : guideMarks.withSensitivity(voiceMarks.sensitivity);
        TreeMap<Double, Anchor> anchors = new TreeMap<>();
        for (Anchor anchor : found.anchors()) {
            boolean landmark = !anchor.byUser() && anchor.kind().isPresent();
            boolean removed =
                    landmark
                            && (guideMarks.isRemoved(anchor.guideSeconds())
                                    || voiceMarks.isRemoved(anchor.sourceSeconds()));
            if (!removed) {
                boolean counts =
                        !landmark
                                || plain.counts(strength(guide.landmarks(), anchor.guideSeconds()));
                anchors.put(anchor.guideSeconds(), counts ? anchor : anchor.asPassage());
            }
        }
        Alignment path =
                new Alignment(List.copyOf(anchors.values()), found.unmatched(), found.missing());
        for (Landmark landmark : guideMarks.added) {
            path.passing(landmark).ifPresent(anchor -> putInstead(anchors, anchor));
        }
        return new Alignment(List.copyOf(anchors.values()), found.unmatched(), found.missing());
    }

    /// Beginnings after rests are plain whether or not a landmark was found there.
    private static double strength(List<Landmark> inOrder, double seconds) {
        double most = -1;
        int near =
                Search.first(
                        inOrder.size(), i -> inOrder.get(i).seconds() >= seconds - SAME_SECONDS);
        for (int i = near;
                i < inOrder.size() && inOrder.get(i).seconds() < seconds + SAME_SECONDS;
                i++) {
            most = Math.max(most, inOrder.get(i).strength());
        }
        return most < 0 ? 1 : most;
    }

    /// Adds an anchor that lies on the path; what is next to it says the same.
    private static void putInstead(TreeMap<Double, Anchor> anchors, Anchor anchor) {
        double guide = anchor.guideSeconds();
        var near = anchors.subMap(guide - SAME_SECONDS, guide + SAME_SECONDS);
        if (near.values().stream().noneMatch(Anchor::byUser)) {
            near.clear();
            anchors.put(guide, anchor);
        }
    }
}
