package zelvan.body;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import zelvan.render.FormantRange;
import zelvan.render.HarmonicGains;
import zelvan.render.LowCut;
import zelvan.setting.Amount;
import zelvan.setting.Choice;
import zelvan.setting.Setting;
import zelvan.setting.Settings;

/// What a voice's body is to be like.
///
/// @param formantCents how far up its formants are moved
/// @param range of which harmonics
/// @param harmonicDecibels how much louder the first harmonic sounds, the second and so on
/// @param lowCut what is cut of the lows
public record BodySettings(
        double formantCents, FormantRange range, List<Double> harmonicDecibels, LowCut lowCut) {
    private static final int HARMONICS = 8;
    private static final int HIGHEST = 64;
    private static final double HIGHEST_HERTZ = 20_000;
    private static final double SEMITONE_CENTS = 100;

    public static final Amount FORMANTS =
            new Amount(
                    "formants",
                    "Formants",
                    "How far the formants are moved, in semitones: down is a larger singer, up a"
                            + " smaller one",
                    "st",
                    -12,
                    12,
                    -5,
                    5,
                    0.0);

    public static final Amount FROM =
            new Amount(
                    "formants-from",
                    "From harmonic",
                    "The first harmonic whose strength moves with the formants",
                    "",
                    1,
                    HIGHEST,
                    1,
                    16,
                    1.0);

    public static final Amount TO =
            new Amount(
                            "formants-to",
                            "To harmonic",
                            "The last harmonic whose strength moves with the formants",
                            "",
                            1,
                            HIGHEST,
                            1,
                            HIGHEST,
                            (double) HIGHEST)
                    .withMostWord("all");

    public static final Amount FROM_HERTZ =
            new Amount(
                    "formants-from-hertz",
                    "From",
                    "Below it nothing moves with the formants",
                    "Hz",
                    0,
                    HIGHEST_HERTZ,
                    0,
                    4000,
                    0.0);

    public static final Amount TO_HERTZ =
            new Amount(
                            "formants-to-hertz",
                            "To",
                            "Above it nothing moves with the formants",
                            "Hz",
                            0,
                            HIGHEST_HERTZ,
                            0,
                            HIGHEST_HERTZ,
                            HIGHEST_HERTZ)
                    .withMostWord("all");

    /// One for each harmonic that can be turned, from the fundamental on.
    public static final List<Amount> OF_HARMONICS =
            IntStream.rangeClosed(1, HARMONICS)
                    .mapToObj(h ->
                            new Amount(
                                    "harmonic-" + h,
                                    h == 1 ? "Fundamental" : "Harmonic " + h,
                                    "How much louder harmonic "
                                            + h
                                            + " sounds, wherever the pitch goes",
                                    "dB",
                                    -HarmonicGains.MOST_DECIBELS,
                                    HarmonicGains.MOST_DECIBELS,
                                    -12,
                                    12,
                                    0.0))
                    .toList();

    public static final Amount LOW_CUT =
            new Amount(
                            "low-cut",
                            "Low cut",
                            "Everything below is taken away: rumble, steps, the stand",
                            "Hz",
                            LowCut.LEAST_HERTZ - 1,
                            1000,
                            LowCut.LEAST_HERTZ - 1,
                            300,
                            LowCut.LEAST_HERTZ - 1)
                    .withLeastWord("off");

    public static final Choice<LowCut.Slope> LOW_CUT_SLOPE =
            Choice.of(
                    "low-cut-slope",
                    "dB an octave",
                    "How steep the low cut falls",
                    LowCut.Slope::word,
                    LowCut.Slope.SOFT);

    /// All of them.
    public static final List<Setting<?>> SETTINGS = all();

    public BodySettings {
        harmonicDecibels = List.copyOf(harmonicDecibels);
    }

    private static List<Setting<?>> all() {
        List<Setting<?>> all = new ArrayList<>(List.of(FORMANTS, FROM, TO, FROM_HERTZ, TO_HERTZ));
        all.addAll(OF_HARMONICS);
        all.addAll(List.of(LOW_CUT, LOW_CUT_SLOPE));
        return List.copyOf(all);
    }

    /// What is set of the body.
    public static BodySettings of(Settings settings) {
        int from = (int) Math.round(settings.inForce(FROM));
        double fromHertz = settings.inForce(FROM_HERTZ);
        double to = settings.inForce(TO);
        double toHertz = settings.inForce(TO_HERTZ);
        return new BodySettings(
                settings.inForce(FORMANTS) * SEMITONE_CENTS,
                new FormantRange(
                        from,
                        TO.isUnbounded(to)
                                ? Integer.MAX_VALUE
                                : Math.max(from, (int) Math.round(to)),
                        fromHertz,
                        TO_HERTZ.isUnbounded(toHertz)
                                ? Double.POSITIVE_INFINITY
                                : Math.max(fromHertz, toHertz)),
                OF_HARMONICS.stream().map(settings::inForce).toList(),
                lowCut(settings));
    }

    private static LowCut lowCut(Settings settings) {
        double hertz = settings.inForce(LOW_CUT);
        return hertz < LowCut.LEAST_HERTZ
                ? LowCut.NONE
                : new LowCut(hertz, settings.inForce(LOW_CUT_SLOPE));
    }
}
