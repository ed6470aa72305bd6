package zelvan.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/// What a phrase of a take is like beside the guide's: the parts by which takes are put in order.
///
/// @param offsetSeconds how late it was sung, as it lies in its recording: what placing takes away
/// @param spreadSeconds how far its landmarks are from the guide's once it is placed, in the mean
/// @param cents how far its notes are from the guide's, in the mean; by octaves, or, where it sings
///   another line, by half-tones
/// @param levelDecibels how much louder than the take is as a rule
/// @param missingSeconds how much of the guide's phrase it does not sing
/// @param wrongSeconds how much of it sounds like other words
/// @param noiseDecibels how much more noise than the take has as a rule, 0 or more
/// @param clippedSeconds how long it is cut flat, all tops of its waves together
/// @param doubt the share of its landmarks whose match is not trusted, 0 to 1
/// @param likeness how far it is the guide again, 0 (sung another time) to 1 (as good as a copy)
public record TakeFigures(
        double offsetSeconds,
        double spreadSeconds,
        double cents,
        double levelDecibels,
        double missingSeconds,
        double wrongSeconds,
        double noiseDecibels,
        double clippedSeconds,
        double doubt,
        double likeness) {
    private static final double AUDIBLE_DECIBELS = 1.5;
    private static final double NOISY_DECIBELS = 4;
    private static final double SECONDS = 0.05;
    private static final double ALIKE = 0.5;

    /// Whether all words are there, as far as can be told.
    public boolean hasAllWords() {
        return missingSeconds < SECONDS && wrongSeconds < SECONDS;
    }

    /// By how much it is worse than perfect: the sum of its parts, each by its weight.
    public double score(TakeWeights weights) {
        return timing(weights) + pitch(weights) + words(weights) + others(weights);
    }

    /// The part of the score that its timing has.
    public double timing(TakeWeights weights) {
        return weights.timing() * spreadSeconds / TakeWeights.SPREAD_SECONDS;
    }

    /// The part that its pitch has.
    public double pitch(TakeWeights weights) {
        return weights.pitch() * cents / TakeWeights.CENTS;
    }

    /// The part that missing and other words have.
    public double words(TakeWeights weights) {
        return weights.words() * (missingSeconds + wrongSeconds) / TakeWeights.WORD_SECONDS;
    }

    /// The part that all else has: level, noise, clipping, doubt and likeness.
    public double others(TakeWeights weights) {
        return weights.level()
                        * Math.max(0, Math.abs(levelDecibels) - Hearing.LEVEL_DECIBELS)
                        / TakeWeights.LEVEL_DECIBELS
                + weights.noise()
                        * (noiseDecibels / TakeWeights.NOISE_DECIBELS
                                + clippedSeconds / TakeWeights.CLIPPED_SECONDS)
                + weights.doubt() * doubt / TakeWeights.DOUBT
                + weights.likeness() * likeness / TakeWeights.LIKENESS;
    }

    /// What matters most of it, in a few letters: `6 ms 9 ct`, or what is wrong with the words.
    public String brief() {
        return hasAllWords()
                ? String.format(Locale.ROOT, "%.0f ms  %.0f ct", 1000 * spreadSeconds, cents)
                : missingSeconds > wrongSeconds
                        ? String.format(Locale.ROOT, "%.1f s missing", missingSeconds)
                        : String.format(Locale.ROOT, "%.1f s other", wrongSeconds);
    }

    /// What is off, for people: `6 ms, 9 ct, all words`.
    public String words() {
        List<String> parts = new ArrayList<>();
        parts.add(String.format(Locale.ROOT, "%.0f ms", 1000 * spreadSeconds));
        parts.add(String.format(Locale.ROOT, "%.0f ct", cents));
        if (Math.abs(levelDecibels) >= AUDIBLE_DECIBELS) {
            parts.add(String.format(Locale.ROOT, "%+.0f dB", levelDecibels).replace('-', '−'));
        }
        if (missingSeconds >= SECONDS) {
            parts.add(String.format(Locale.ROOT, "%.1f s missing", missingSeconds));
        }
        if (wrongSeconds >= SECONDS) {
            parts.add(String.format(Locale.ROOT, "%.1f s other sounds", wrongSeconds));
        }
        if (hasAllWords()) {
            parts.add("all words");
        }
        if (noiseDecibels >= NOISY_DECIBELS) {
            parts.add("noise");
        }
        if (clippedSeconds > 0) {
            parts.add("clipped");
        }
        if (likeness >= ALIKE) {
            parts.add("as the guide again");
        }
        return String.join(", ", parts);
    }
}
