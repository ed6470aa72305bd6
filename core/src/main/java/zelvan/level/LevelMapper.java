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
/// over in the rest. Sounds beside the notes are turned down by themselves, their fades outside of
/// them. What was set by hand comes on top.
public final class LevelMapper {
    /// What is moved further was measured wrong, or is no voice.
    private static final double MOST_RAISED_DECIBELS = 15;

    private static final double MOST_LOWERED_DECIBELS = 24;
    private static final double MOST_DECIBELS = 24;
    private static final double FADE_SECONDS = 0.005;
    private static final double BREATH_FADE_SECONDS = 0.02;

    /// A vowel is let go before a consonant that is left out.
    private static final double LETTING_GO_SECONDS = 0.03;

    private static final double CUTOFF_FADE_SECONDS = 0.06;

    /// An end that is hardly late is not faded.
    private static final double LATE_SECONDS = 0.015;

    private static final double SAME_SOUND_SECONDS = 0.06;
    private static final double SAME_END_SECONDS = 0.7;
    private static final double SAME_BREATH_SECONDS = 0.5;

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
        List<TurnedSound> sounds = voice.sounds().stream().map(this::turned).toList();
        Curve drawn = drawn(phrases, notes).plus(byHand());
        Curve gain = drawn.plus(GainCurve.of(stretches(sounds)));
        return new LevelResult(within(gain), sounds, left(phrases, drawn), left(notes, drawn));
    }

    private static Curve within(Curve gain) {
        List<Curve.Point> points = new ArrayList<>();
        for (int i = 0; i < gain.size(); i++) {
            Curve.Point point = gain.point(i);
            points.add(
                    new Curve.Point(
                            point.seconds(),
                            Math.clamp(point.value(), GainCurve.SILENCE_DECIBELS, MOST_DECIBELS)));
        }
        return Curve.of(points);
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
        return GainCurve.of(stretched(stretches));
    }

    private Stretch moved(Compared one, LevelSettings here) {
        boolean fenced = wanted.fences.stream().anyMatch(f -> f.overlaps(one.span()));
        double move =
                fenced
                        ? 0
                        : Math.clamp(
                                here.moveDecibels(one.offDecibels()),
                                -MOST_LOWERED_DECIBELS,
                                MOST_RAISED_DECIBELS);
        return new Stretch(one.span(), move, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY);
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

    private TurnedSound turned(SideSound sound) {
        double own = voice.besideDecibels(sound);
        Optional<SideSound> guides = ofGuide(sound);
        double there =
                guides.map(s -> guide.orElseThrow().levels.besideDecibels(s)).orElse(Double.NaN);
        double gain =
                byHand(sound)
                        .orElseGet(() ->
                                isFenced(sound)
                                        ? 0.0
                                        : Math.max(
                                                LevelSettings.OUT_DECIBELS,
                                                gain(sound, own, there)));
        return new TurnedSound(sound, own, there, gain);
    }

    private Optional<Double> byHand(SideSound sound) {
        return wanted.sounds.stream()
                .filter(e -> e.there() && e.sound().equals(sound))
                .findFirst()
                .flatMap(SoundEdit::decibels);
    }

    private boolean isFenced(SideSound sound) {
        return wanted.fences.stream().anyMatch(f -> f.overlaps(sound.span()));
    }

    private double gain(SideSound sound, double own, double guides) {
        LevelSettings here = settings.apply(alignment.guideSecondsAt(sound.span().middleSeconds()));
        return switch (sound.kind()) {
            case ESS -> turned(here.esses(), own, guides, 0);
            case BREATH -> turned(here.breaths(), own, guides, LevelSettings.OUT_DECIBELS);
            case CONSONANT ->
                    switch (here.ends()) {
                        case KEEP -> 0;
                        case SOFTEN -> here.endsDecibels();
                        case GUIDE -> guide.isPresent() ? LevelSettings.OUT_DECIBELS : 0;
                        case FEW ->
                                guide.isPresent() && wanted.place >= here.endsVoices()
                                        ? LevelSettings.OUT_DECIBELS
                                        : 0;
                    };
            case CUTOFF -> 0;
        };
    }

    /// @param none what becomes of a sound that the guide does not have
    private double turned(LevelSettings.Turned how, double own, double guides, double none) {
        if (how.target() == LevelSettings.Target.OWN || guide.isEmpty()) {
            return how.decibels();
        }
        double asGuides =
                Double.isNaN(guides)
                        ? none
                        : Math.clamp(guides - own, -MOST_LOWERED_DECIBELS, MOST_RAISED_DECIBELS);
        return asGuides + how.decibels();
    }

    /// The guide's that belongs to a sound: the nearest of its kind that is near enough.
    private Optional<SideSound> ofGuide(SideSound sound) {
        double near =
                switch (sound.kind()) {
                    case ESS -> SAME_SOUND_SECONDS;
                    case BREATH -> SAME_BREATH_SECONDS;
                    case CONSONANT, CUTOFF -> SAME_END_SECONDS;
                };
        GuideSpan span = alignment.inGuide(sound.span());
        return guide.stream()
                .flatMap(g -> g.levels.sounds().stream())
                .filter(s -> s.kind() == sound.kind())
                .filter(s -> s.span().asGuide().widenedBy(near).overlaps(span))
                .min(
                        Comparator.comparingDouble(
                                s -> Math.abs(s.span().middleSeconds() - span.middleSeconds())));
    }

    /// What is done to sounds. Where a phrase ends with an ess, it is turned by whichever turns it
    /// further.
    private List<Stretch> stretches(List<TurnedSound> sounds) {
        List<Stretch> all = new ArrayList<>();
        for (TurnedSound turned : sounds) {
            if (turned.gainDecibels() != 0 && !isTurnedFurther(turned, sounds)) {
                all.add(stretch(turned));
            }
        }
        for (Stretch faded : fadedEnds()) {
            all.removeIf(s -> s.span().overlaps(faded.span()));
            all.add(faded);
        }
        return all;
    }

    private static boolean isTurnedFurther(TurnedSound turned, List<TurnedSound> sounds) {
        return sounds.stream()
                .filter(other -> other != turned)
                .filter(other -> other.sound().span().overlaps(turned.sound().span()))
                .anyMatch(other ->
                        other.gainDecibels() < turned.gainDecibels()
                                || other.gainDecibels() == turned.gainDecibels()
                                        && other.sound().kind() == SideSound.Kind.CONSONANT);
    }

    private static Stretch stretch(TurnedSound turned) {
        double in =
                switch (turned.sound().kind()) {
                    case ESS, CUTOFF -> FADE_SECONDS;
                    case BREATH -> BREATH_FADE_SECONDS;
                    case CONSONANT -> turned.isOut() ? LETTING_GO_SECONDS : FADE_SECONDS;
                };
        double out =
                turned.sound().kind() == SideSound.Kind.BREATH ? BREATH_FADE_SECONDS : FADE_SECONDS;
        return new Stretch(
                turned.sound().span(),
                turned.isOut() ? GainCurve.SILENCE_DECIBELS : turned.gainDecibels(),
                in,
                out);
    }

    /// Ends that are later than the guide's, where they are to be faded with it.
    private List<Stretch> fadedEnds() {
        List<Stretch> faded = new ArrayList<>();
        for (SideSound end : voice.soundsThat(s -> s.kind().isEnd())) {
            LevelSettings here =
                    settings.apply(alignment.guideSecondsAt(end.span().startSeconds()));
            if (guide.isEmpty() || here.cutoffs() == LevelSettings.Cutoffs.KEEP || isFenced(end)) {
                continue;
            }
            DoubleUnaryOperator with = guide.get().soundingWith;
            double own = end.span().endSeconds();
            guide.get().levels.soundsThat(s -> s.kind().isEnd()).stream()
                    .map(s -> with.applyAsDouble(s.span().endSeconds()))
                    .filter(s -> Math.abs(s - own) < SAME_END_SECONDS)
                    .min(Comparator.comparingDouble(s -> Math.abs(s - own)))
                    .filter(s -> own - s > LATE_SECONDS)
                    .ifPresent(s ->
                            faded.add(
                                    new Stretch(
                                            new RecordedSpan(s, own),
                                            GainCurve.SILENCE_DECIBELS,
                                            CUTOFF_FADE_SECONDS,
                                            FADE_SECONDS)));
        }
        return faded;
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
