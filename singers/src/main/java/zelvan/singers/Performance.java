package zelvan.singers;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import zelvan.units.TimeSpan;

/// One take, as it really happened: which phone sounds when, at which pitch, and the moments that
/// singers line up. This is the truth that a listener has to find out.
///
/// @param phones in order, without holes from the first to the last
/// @param moments consonant starts, vowel starts and releases, in order
/// @param adLibs stretches that the song does not have
/// @param seconds length of the take
public record Performance(
        List<TimedPhone> phones, List<Moment> moments, List<TimeSpan> adLibs, double seconds) {
    private static final double TOUCHING_SECONDS = 1e-6;

    public Performance {
        phones = List.copyOf(phones);
        moments = List.copyOf(moments);
        adLibs = List.copyOf(adLibs);
    }

    /// Where sibilants sound, in order; those that touch are one.
    public List<TimeSpan> sibilants() {
        return where(t -> t.phone.isSibilant());
    }

    /// Where breaths are heard, in order.
    public List<TimeSpan> breaths() {
        return where(t -> t.phone == Phone.BREATH);
    }

    /// How lines end: the consonants after the last vowel, or else the moment of the cutoff, in
    /// order.
    public List<LineEnd> ends() {
        List<LineEnd> ends = new ArrayList<>();
        for (int i = 1; i < phones.size(); i++) {
            boolean pauses =
                    phones.get(i).phone == Phone.REST || phones.get(i).phone == Phone.BREATH;
            boolean sung =
                    phones.get(i - 1).phone != Phone.REST
                            && phones.get(i - 1).phone != Phone.BREATH;
            if (pauses && sung) {
                double end = phones.get(i - 1).endSeconds;
                int first = i;
                while (first > 0 && phones.get(first - 1).phone.isObstruent()) {
                    first--;
                }
                ends.add(
                        new LineEnd(
                                first < i,
                                new TimeSpan(
                                        first < i ? phones.get(first).startSeconds : end, end)));
            }
        }
        return ends;
    }

    /// How a line ends.
    ///
    /// @param consonant whether with a consonant that is made at a constriction
    /// @param span of it; of no length for a cutoff
    public record LineEnd(boolean consonant, TimeSpan span) {}

    private List<TimeSpan> where(Predicate<TimedPhone> holds) {
        List<TimeSpan> spans = new ArrayList<>();
        for (TimedPhone timed : phones) {
            if (!holds.test(timed)) {
                continue;
            }
            boolean touches =
                    !spans.isEmpty()
                            && timed.startSeconds - spans.getLast().endSeconds() < TOUCHING_SECONDS;
            double start = touches ? spans.removeLast().startSeconds() : timed.startSeconds;
            spans.add(new TimeSpan(start, timed.endSeconds));
        }
        return spans;
    }

    /// One phone in time.
    ///
    /// @param phone what sounds
    /// @param startSeconds from when
    /// @param endSeconds to when
    /// @param midiNote the pitch aimed at, before glides and vibrato
    /// @param breathiness extra air, 0 to 1
    record TimedPhone(
            Phone phone,
            double startSeconds,
            double endSeconds,
            double midiNote,
            double breathiness) {}

    /// A moment that singers line up.
    ///
    /// @param id the same for the same moment of the song in every take, as in `chorus 1/3/vowel`
    /// @param kind `consonant`, `vowel` or `release`
    /// @param seconds when it happens in this take
    public record Moment(String id, String kind, double seconds) {}
}
