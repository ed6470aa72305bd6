package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import zelvan.derived.Derived;
import zelvan.measure.Doubt;
import zelvan.session.Voice;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// The places that the program itself does not trust, in the order of the song.
public final class Doubts {
    /// One of them.
    ///
    /// @param phrase of the guide, in which it lies
    public record Place(Voice voice, Doubt doubt, GuideSpan phrase) {}

    private Doubts() {}

    public static List<Place> in(Derived derived) {
        List<Place> places = new ArrayList<>();
        for (Voice voice : derived.session().voices()) {
            for (Doubt doubt : derived.doubts(voice)) {
                places.add(new Place(voice, doubt, phrase(derived, doubt)));
            }
        }
        places.sort(Comparator.comparingDouble(p -> p.doubt().span().startSeconds()));
        return places;
    }

    /// The stretch of the voice, in its own time, whose octave is doubted.
    public static Optional<RecordedSpan> octave(Derived derived, Place place) {
        if (place.doubt.reason() != Doubt.Reason.OCTAVE) {
            return Optional.empty();
        }
        return derived.voice(place.voice.id())
                .flatMap(made -> {
                    double middle =
                            derived.clocks(place.voice.id())
                                    .recordedSecondsOf(place.doubt.span().middleSeconds());
                    return made.analysis().stream()
                            .flatMap(heard -> heard.pitch().octaveDoubts().stream())
                            .min(
                                    Comparator.comparingDouble(
                                            span -> Math.abs(span.middleSeconds() - middle)));
                });
    }

    private static GuideSpan phrase(Derived derived, Doubt doubt) {
        return derived.guidePhrases().stream()
                .max(Comparator.comparingDouble(p -> p.sharedSeconds(doubt.span())))
                .orElse(doubt.span());
    }
}
