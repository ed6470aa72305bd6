package zelvan.level;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleFunction;
import java.util.function.DoubleUnaryOperator;
import zelvan.align.Alignment;
import zelvan.level.GainCurve.Stretch;
import zelvan.level.LevelResult.Compared;
import zelvan.level.LevelResult.TurnedSound;
import zelvan.units.Curve;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// Decides how loud each moment of a voice sounds.
///
/// How it works: what is sung in a phrase or a note is compared with what the guide sings there, by
/// loudness (ITU-R BS.1770-5), and drawn to it by pull and slack; between two of them the gain goes
/// over in the rest. Sounds beside the notes are turned down by themselves ([SoundTurner]). What
/// was set by hand comes on top.
public final class LevelMapper {
    /// What is moved further was measured wrong, or is no voice.
    static final double MOST_RAISED_DECIBELS = 15;

    static final double MOST_LOWERED_DECIBELS = 24;
    private static final double MOST_DECIBELS = 24;

    /// A phrase with fewer anchors is not the guide's.
    private static final int FEWEST_ANCHORS = 2;

    /// Between two notes the gain goes over in this time.
    private static final double OVER_SECONDS = 0.04;

    private static final double TOUCHING_SECONDS = 0.001;
    private static final int SAMPLES = 9;

    private final HeardLevels voice;
    private final Optional<Guide> guide;
    private final Alignment alignment;
    private final DoubleFunction<LevelSettings> settings;
    private final Wanted wanted;

    /// The guide, as it sounds.
    ///
    /// @param levels what is heard in it
    /// @param gainDecibels what becomes of its own level
    /// @param soundingWith the moment of the voice that sounds when one of the guide does
    public record Guide(HeardLevels levels, Curve gainDecibels, DoubleUnaryOperator soundingWith) {}

    /// What is wanted by hand.
    ///
    /// @param fences stretches in which only what is set by hand is done
    /// @param place of the voice in its stack, from 0 on
    public record Wanted(
            List<SoundEdit> sounds, List<LevelEdit> levels, List<RecordedSpan> fences, int place) {}

    private LevelMapper(
            HeardLevels voice,
            Optional<Guide> guide,
            Alignment alignment,
            DoubleFunction<LevelSettings> settings,
            Wanted wanted) {
        this.voice = voice;
        this.guide = guide;
        this.alignment = alignment;
        this.settings = settings;
        this.wanted = wanted;
    }

    /// @param guide empty for the guide itself
    /// @param alignment with the guide; [Alignment#NONE] for itself
    /// @param settings by the moment of the guide
    public static LevelResult map(
            HeardLevels voice,
            Optional<Guide> guide,
            Alignment alignment,
            DoubleFunction<LevelSettings> settings,
            Wanted wanted) {
        return new LevelMapper(voice, guide, alignment, settings, wanted).map();
    }

    private LevelResult map() {
        List<Compared> phrases = comparedPhrases();
        List<Compared> notes = comparedNotes(phrases);
        SoundTurner turner = new SoundTurner(voice, guide, alignment, settings, wanted);
        List<TurnedSound> sounds = turner.turned();
        Curve drawn = drawn(phrases, notes).plus(byHand());
        Curve gain = drawn.plus(GainCurve.of(turner.stretches(sounds)));
        return new LevelResult(
                gain.within(GainCurve.SILENCE_DECIBELS, MOST_DECIBELS),
                sounds,
                left(phrases, drawn),
                left(notes, drawn));
    }

    private List<Compared> comparedPhrases() {
        return guide.stream()
                .flatMap(g -> g.levels.heard().phrasesAsGuide().stream())
                .filter(p -> alignment.anchorsIn(p).size() >= FEWEST_ANCHORS)
                .flatMap(p -> compared(alignment.inVoice(p), p).stream())
                .toList();
    }

    /// The notes of the voice that lie in phrases that are compared.
    private List<Compared> comparedNotes(List<Compared> phrases) {
        List<Compared> notes = new ArrayList<>();
        for (var note : voice.heard().notes()) {
            RecordedSpan span = note.span();
            if (phrases.stream().anyMatch(p -> p.span().contains(span.middleSeconds()))) {
                compared(span, alignment.inGuide(span)).ifPresent(notes::add);
            }
        }
        return notes;
    }

    private Optional<Compared> compared(RecordedSpan span, GuideSpan guideSpan) {
        Guide beside = guide.orElseThrow();
        RecordedSpan there = new RecordedSpan(guideSpan.startSeconds(), guideSpan.endSeconds());
        double own = voice.sungLufs(span);
        double off = own - beside.levels.sungLufs(there) - mean(beside.gainDecibels, there);
        return Double.isNaN(off)
                ? Optional.empty()
                : Optional.of(new Compared(span, guideSpan, own, off, off));
    }

    private static double mean(Curve curve, RecordedSpan span) {
        if (curve.size() == 0) {
            return 0;
        }
        double sum = 0;
        for (int i = 0; i < SAMPLES; i++) {
            sum += curve.at(span.startSeconds() + span.seconds() * (i + 0.5) / SAMPLES);
        }
        return sum / SAMPLES;
    }

    private static List<Compared> left(List<Compared> all, Curve drawn) {
        return all.stream()
                .map(c ->
                        new Compared(
                                c.span(),
                                c.guideSpan(),
                                c.ownLufs(),
                                c.offDecibels(),
                                c.offDecibels() + mean(drawn, c.span())))
                .toList();
    }

    /// What is sung goes from one gain to the next; before the first and after the last it stays.
    /// Where something is protected, nothing is done.
    private Curve drawn(List<Compared> phrases, List<Compared> notes) {
        List<Stretch> stretches = new ArrayList<>();
        for (Compared phrase : phrases) {
            LevelSettings here = settings.apply(phrase.guideSpan().middleSeconds());
            if (here.unit() == LevelSettings.Unit.PHRASE) {
                stretches.add(moved(phrase, here));
            } else {
                notes.stream()
                        .filter(n -> phrase.span().contains(n.span().middleSeconds()))
                        .map(n -> moved(n, here))
                        .forEach(stretches::add);
            }
        }
        if (stretches.isEmpty()) {
            return Curve.NONE;
        }
        for (RecordedSpan fence : wanted.fences) {
            stretches = beside(fence.widenedBy(OVER_SECONDS / 2), stretches);
        }
        return GainCurve.of(stretched(stretches));
    }

    /// What is left of stretches outside of one in which nothing is done.
    private static List<Stretch> beside(RecordedSpan fence, List<Stretch> stretches) {
        List<Stretch> beside = new ArrayList<>();
        for (Stretch stretch : stretches) {
            for (RecordedSpan left : stretch.span().without(fence)) {
                if (left.equals(stretch.span()) || left.seconds() >= 2 * OVER_SECONDS) {
                    beside.add(goingOver(left, stretch.decibels()));
                }
            }
        }
        beside.add(goingOver(fence, 0));
        return beside;
    }

    private static Stretch goingOver(RecordedSpan span, double decibels) {
        return new Stretch(span, decibels, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY);
    }

    private static Stretch moved(Compared one, LevelSettings here) {
        return goingOver(
                one.span(),
                Math.clamp(
                        here.moveDecibels(one.offDecibels()),
                        -MOST_LOWERED_DECIBELS,
                        MOST_RAISED_DECIBELS));
    }

    /// Those that touch or overlap leave room to go over; the outer ones reach to the ends.
    private List<Stretch> stretched(List<Stretch> moved) {
        List<Stretch> all = new ArrayList<>(moved);
        all.sort(Comparator.comparingDouble(s -> s.span().startSeconds()));
        List<Stretch> stretched = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            RecordedSpan span = all.get(i).span();
            double start = i == 0 ? 0 : apart(all.get(i - 1).span(), span, span.startSeconds(), 1);
            double end =
                    i + 1 == all.size()
                            ? voice.heard().seconds()
                            : apart(span, all.get(i + 1).span(), span.endSeconds(), -1);
            stretched.add(
                    new Stretch(
                            new RecordedSpan(Math.min(start, end), Math.max(start, end)),
                            all.get(i).decibels(),
                            0,
                            i + 1 == all.size() ? 0 : Double.POSITIVE_INFINITY));
        }
        return stretched;
    }

    private static double apart(
            RecordedSpan before, RecordedSpan after, double edgeSeconds, int sign) {
        double gap = after.startSeconds() - before.endSeconds();
        double border = 0.5 * (before.endSeconds() + after.startSeconds());
        return gap >= OVER_SECONDS ? edgeSeconds : border + sign * OVER_SECONDS / 2;
    }

    private Curve byHand() {
        List<Stretch> stretches = new ArrayList<>();
        List<LevelEdit> edits = wanted.levels;
        for (int i = 0; i < edits.size(); i++) {
            LevelEdit edit = edits.get(i);
            boolean before = i > 0 && touch(edits.get(i - 1), edit);
            boolean after = i + 1 < edits.size() && touch(edit, edits.get(i + 1));
            double most = edit.span().seconds() / 2;
            double in = Math.min(most, before ? OVER_SECONDS / 2 : edit.fadeSeconds());
            double out = Math.min(most, after ? OVER_SECONDS / 2 : edit.fadeSeconds());
            stretches.add(
                    new Stretch(
                            new RecordedSpan(
                                    edit.span().startSeconds() + in,
                                    Math.max(
                                            edit.span().startSeconds() + in,
                                            edit.span().endSeconds() - out)),
                            edit.decibels() <= LevelSettings.OUT_DECIBELS
                                    ? GainCurve.SILENCE_DECIBELS
                                    : edit.decibels(),
                            before ? Double.POSITIVE_INFINITY : in,
                            after ? Double.POSITIVE_INFINITY : out));
        }
        return GainCurve.of(stretches);
    }

    private static boolean touch(LevelEdit one, LevelEdit next) {
        return next.span().startSeconds() - one.span().endSeconds() < TOUCHING_SECONDS;
    }
}
