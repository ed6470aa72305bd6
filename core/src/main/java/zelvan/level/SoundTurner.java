package zelvan.level;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleFunction;
import java.util.function.DoubleUnaryOperator;
import zelvan.align.Alignment;
import zelvan.level.GainCurve.Stretch;
import zelvan.level.LevelResult.TurnedSound;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// Decides what becomes of the sounds beside the notes: esses, breaths and ends, each turned by
/// itself, its fades outside of it.
///
/// @param guide empty for the guide itself
/// @param settings by the moment of the guide
record SoundTurner(
        HeardLevels voice,
        Optional<LevelMapper.Guide> guide,
        Alignment alignment,
        DoubleFunction<LevelSettings> settings,
        LevelMapper.Wanted wanted) {
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

    /// All sounds of the voice, each with what is done to it.
    List<TurnedSound> turned() {
        return voice.sounds().stream().map(this::turned).toList();
    }

    private TurnedSound turned(SideSound sound) {
        double own = voice.besideDecibels(sound);
        Optional<SideSound> guides = ofGuide(sound);
        double there =
                guides.map(s -> guide.orElseThrow().levels().besideDecibels(s)).orElse(Double.NaN);
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
        return wanted.sounds().stream()
                .filter(e -> e.there() && e.sound().equals(sound))
                .findFirst()
                .flatMap(SoundEdit::decibels);
    }

    private boolean isFenced(SideSound sound) {
        return wanted.fences().stream().anyMatch(f -> f.overlaps(sound.span()));
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
                                guide.isPresent() && wanted.place() >= here.endsVoices()
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
                        : Math.clamp(
                                guides - own,
                                -LevelMapper.MOST_LOWERED_DECIBELS,
                                LevelMapper.MOST_RAISED_DECIBELS);
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
                .flatMap(g -> g.levels().sounds().stream())
                .filter(s -> s.kind() == sound.kind())
                .filter(s -> s.span().asGuide().widenedBy(near).overlaps(span))
                .min(
                        Comparator.comparingDouble(
                                s -> Math.abs(s.span().middleSeconds() - span.middleSeconds())));
    }

    /// What is done to sounds. Where a phrase ends with an ess, it is turned by whichever turns it
    /// further.
    List<Stretch> stretches(List<TurnedSound> sounds) {
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
                .filter(other -> other.gainDecibels() != 0)
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
            DoubleUnaryOperator with = guide.get().soundingWith();
            double own = end.span().endSeconds();
            guide.get().levels().soundsThat(s -> s.kind().isEnd()).stream()
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
}
