package zelvan.bench.pitch;

import java.util.Locale;
import java.util.function.DoubleUnaryOperator;
import zelvan.singers.VoiceSynthesizer;

/// How often a tracker is right, every five milliseconds. Moments at which a voice is just
/// beginning or ending (its strength is neither nearly nothing nor half of it) are not counted.
///
/// The measures are those of the field: J. Salamon, E. Gómez, D. Ellis & G. Richard, *Melody
/// extraction from polyphonic music signals* (2014), with raw pitch accuracy at 50 and at 10 cents.
///
/// @param voiced moments at which there is a voice
/// @param heard those at which a pitch was told
/// @param within50 told within 50 cents
/// @param within10 told within 10 cents
/// @param octaves told an octave or more octaves off, within 50 cents of that
/// @param silent moments at which there is none
/// @param falselyVoiced those at which a pitch was told all the same
record PitchScore(
        int voiced,
        int heard,
        int within50,
        int within10,
        int octaves,
        int silent,
        int falselyVoiced) {
    private static final double STEP_SECONDS = 0.005;
    private static final double PER_SECOND = 1000;
    private static final double NO_VOICE = 0.02;
    private static final double VOICE = 0.5;

    /// @param heardAt the pitch that was told at a moment, hertz; not a number where none was
    static PitchScore of(VoiceSynthesizer.Take take, DoubleUnaryOperator heardAt) {
        int voiced = 0;
        int heard = 0;
        int within50 = 0;
        int within10 = 0;
        int octaves = 0;
        int silent = 0;
        int falselyVoiced = 0;
        for (double at = 0; at < take.sound().seconds() - STEP_SECONDS; at += STEP_SECONDS) {
            int k = (int) Math.round(at * PER_SECOND);
            if (k >= take.voicing().length) {
                break;
            }
            double strength = take.voicing()[k];
            double told = heardAt.applyAsDouble(at);
            if (strength >= VOICE) {
                voiced++;
                if (told > 0) {
                    heard++;
                    double cents = 1200 * Math.log(told / take.hertz()[k]) / Math.log(2);
                    double fromOctave = Math.abs(Math.IEEEremainder(cents, 1200));
                    within50 += Math.abs(cents) <= 50 ? 1 : 0;
                    within10 += Math.abs(cents) <= 10 ? 1 : 0;
                    octaves += Math.abs(cents) > 600 && fromOctave <= 50 ? 1 : 0;
                }
            } else if (strength <= NO_VOICE) {
                silent++;
                falselyVoiced += told > 0 ? 1 : 0;
            }
        }
        return new PitchScore(voiced, heard, within50, within10, octaves, silent, falselyVoiced);
    }

    PitchScore plus(PitchScore other) {
        return new PitchScore(
                voiced + other.voiced,
                heard + other.heard,
                within50 + other.within50,
                within10 + other.within10,
                octaves + other.octaves,
                silent + other.silent,
                falselyVoiced + other.falselyVoiced);
    }

    static String heads() {
        return "   ≤ 50 c   ≤ 10 c  octaves   missed    false  voicing right";
    }

    /// Percentages, of the moments at which there is a voice and it was told so.
    String line() {
        double right = 100.0 * (heard + silent - falselyVoiced) / Math.max(1, voiced + silent);
        return String.format(
                Locale.ROOT,
                "%9.2f%9.2f%9.3f%9.2f%9.2f%9.2f",
                100.0 * within50 / Math.max(1, heard),
                100.0 * within10 / Math.max(1, heard),
                100.0 * octaves / Math.max(1, heard),
                100.0 * (voiced - heard) / Math.max(1, voiced),
                100.0 * falselyVoiced / Math.max(1, silent),
                right);
    }
}
