package zelvan.measure;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.DoubleStream;
import org.jspecify.annotations.Nullable;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.Landmark;
import zelvan.timing.TimingResult;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;
import zelvan.units.Search;

/// Gathers single doubtful moments to places that somebody can look at, one after the other.
///
/// What is asked about are the guide's landmarks: those whose anchors are not trusted, those that
/// were not followed, and those for which the voice has nothing at all. Between them, in a held
/// vowel, nobody can tell one moment from the next, and it does not matter. Phrases that are better
/// sung again, and those in which both sing but not the same, are places as a whole.
final class DoubtFinder {
    /// Doubtful landmarks no further apart are in the same place.
    private static final double SAME_PLACE_SECONDS = 0.6;

    /// What is doubted in a place, each landmark by how far it is below the limit, sums up to this
    /// at least.
    private static final double LEAST_DOUBT = 0.1;

    private static final double SAME_SECONDS = 0.02;

    /// A place is shown with this much around it.
    private static final double AROUND_SECONDS = 0.1;

    private final Alignment alignment;
    private final TimingResult timing;
    private final List<Landmark> landmarks;
    private final List<RecordedSpan> protectedSpans;
    private final List<Doubt> doubts = new ArrayList<>();

    /// @param landmarks of the guide, in order
    /// @param protectedSpans of the voice; what the user keeps as it is is not doubted
    DoubtFinder(
            List<Landmark> landmarks,
            Alignment alignment,
            TimingResult timing,
            List<RecordedSpan> protectedSpans) {
        this.landmarks = landmarks;
        this.protectedSpans = protectedSpans;
        this.alignment = alignment;
        this.timing = timing;
    }

    private record Doubted(double guideSeconds, double amount, boolean followed) {}

    List<Doubt> find(List<LockMap.Cell> cells) {
        for (LockMap.Cell cell : cells) {
            switch (cell.state()) {
                case SING_AGAIN -> doubts.add(new Doubt(cell.phrase(), Doubt.Reason.SING_AGAIN));
                case OTHER_WORDS -> doubts.add(new Doubt(cell.phrase(), Doubt.Reason.OTHER_WORDS));
                case MATCHED, DOUBTFUL -> addPlaces(cell.phrase());
                case SILENT, PROTECTED -> {}
            }
        }
        doubts.sort(Comparator.comparingDouble(d -> d.span().startSeconds()));
        return doubts;
    }

    private void addPlaces(GuideSpan phrase) {
        List<Doubted> place = new ArrayList<>();
        for (double moment : moments(phrase)) {
            Doubted doubted = doubted(moment);
            if (doubted != null) {
                boolean far =
                        !place.isEmpty()
                                && doubted.guideSeconds - place.getLast().guideSeconds
                                        > SAME_PLACE_SECONDS;
                if (far) {
                    addPlace(place);
                    place.clear();
                }
                place.add(doubted);
            }
        }
        addPlace(place);
    }

    /// The phrase's landmarks, and its beginning.
    private double[] moments(GuideSpan phrase) {
        GuideSpan wide = phrase.widenedBy(SAME_SECONDS);
        return DoubleStream.concat(
                        DoubleStream.of(phrase.startSeconds()),
                        landmarks
                                .subList(first(wide.startSeconds()), first(wide.endSeconds()))
                                .stream()
                                .mapToDouble(Landmark::seconds))
                .sorted()
                .toArray();
    }

    /// Index of the first landmark at or after a moment.
    private int first(double seconds) {
        return Search.first(landmarks.size(), i -> landmarks.get(i).seconds() >= seconds);
    }

    /// Null if nothing is to be doubted about it.
    private @Nullable Doubted doubted(double seconds) {
        double there = alignment.sourceSecondsAt(seconds);
        if (protectedSpans.stream().anyMatch(s -> s.contains(there))) {
            return null;
        }
        List<Anchor> near =
                alignment.anchorsIn(new GuideSpan(seconds - SAME_SECONDS, seconds + SAME_SECONDS));
        if (near.isEmpty()) {
            return new Doubted(seconds, Alignment.DOUBTFUL_BELOW, true);
        }
        boolean followed = near.stream().noneMatch(timing.leftOut()::contains);
        double confidence =
                near.stream().mapToDouble(a -> a.byUser() ? 1 : a.confidence()).max().orElse(0);
        double amount = Math.max(0, Alignment.DOUBTFUL_BELOW - confidence);
        return amount > 0 || !followed ? new Doubted(seconds, amount, followed) : null;
    }

    private void addPlace(List<Doubted> place) {
        double amount = place.stream().mapToDouble(Doubted::amount).sum();
        boolean followed = place.stream().allMatch(Doubted::followed);
        if (amount >= LEAST_DOUBT || !followed) {
            GuideSpan span =
                    new GuideSpan(place.getFirst().guideSeconds, place.getLast().guideSeconds);
            doubts.add(
                    new Doubt(
                            span.widenedBy(AROUND_SECONDS),
                            amount >= LEAST_DOUBT ? Doubt.Reason.MATCH : Doubt.Reason.RATE));
        }
    }
}
