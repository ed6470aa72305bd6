package zelvan.measure;

import java.util.List;
import zelvan.setting.Amount;
import zelvan.setting.Setting;
import zelvan.setting.Settings;

/// How much each part of [TakeFigures] counts where the best take is looked for; 1 as a rule. Parts
/// are made comparable by what is about as bad: 10 ms, 10 cents, 2 dB more than is heard at all, a
/// twentieth of a second of wrong or missing words, a thousandth cut flat.
public record TakeWeights(
        double timing,
        double pitch,
        double level,
        double words,
        double noise,
        double doubt,
        double likeness) {
    static final double SPREAD_SECONDS = 0.010;
    static final double CENTS = 10;
    static final double LEVEL_DECIBELS = 2;
    static final double WORD_SECONDS = 0.05;
    static final double NOISE_DECIBELS = 1.5;
    static final double CLIPPED_SECONDS = 0.001;
    static final double DOUBT = 1;
    static final double LIKENESS = 0.1;

    public static final Amount TIMING = weight("timing", "Timing", "how evenly it keeps its time");
    public static final Amount PITCH = weight("pitch", "Pitch", "how well it is in tune");
    public static final Amount LEVEL = weight("level", "Level", "whether it is as loud as always");
    public static final Amount WORDS = weight("words", "Words", "missing and other words");
    public static final Amount NOISE =
            weight("noise", "Noise", "noise that it has beside others, and clipping");
    public static final Amount DOUBT_WEIGHT =
            weight("doubt", "Doubt", "matches that are not trusted");
    public static final Amount LIKENESS_WEIGHT =
            weight("likeness", "Likeness", "what is as good as the guide again, and combs with it");

    /// All of them.
    public static final List<Setting<?>> SETTINGS =
            List.of(TIMING, PITCH, LEVEL, WORDS, NOISE, DOUBT_WEIGHT, LIKENESS_WEIGHT);

    public static final TakeWeights USUAL = of(Settings.NONE);

    private static Amount weight(String word, String label, String what) {
        return Amount.percent(
                "take-" + word, label, "For the best take: how much it counts, " + what, 300, 100);
    }

    /// What is set of them.
    public static TakeWeights of(Settings settings) {
        return new TakeWeights(
                settings.inForce(TIMING) / 100,
                settings.inForce(PITCH) / 100,
                settings.inForce(LEVEL) / 100,
                settings.inForce(WORDS) / 100,
                settings.inForce(NOISE) / 100,
                settings.inForce(DOUBT_WEIGHT) / 100,
                settings.inForce(LIKENESS_WEIGHT) / 100);
    }
}
