package zelvan.measure;

import java.util.Arrays;
import java.util.Optional;
import zelvan.analysis.VoiceAnalysis;
import zelvan.tuning.MatchedPitch;
import zelvan.units.Pitch;

/// What a voice sings, beside its guide.
///
/// The limits are set between the simulated singers, beds and mixes of both, and recorded speech;
/// what falls between them is left open.
public enum SungLine {
    /// The same line.
    SAME,
    /// The same line an octave away, or two.
    OCTAVE,
    /// Other notes.
    OTHER;

    /// The lowest note of a bass is E2, 82 Hz (handbooks; from memory), and speech does not stay
    /// below this either. Several notes at once have a common period that is longer than theirs,
    /// and a bass plays longer ones.
    private static final double LOWEST_VOICE_HERTZ = 75;

    private static final double MOST_TOO_LOW = 0.12;
    private static final double LEAST_VOICED = 0.35;

    /// Whoever sings or whispers words has more of them.
    private static final double LEAST_ESSES_A_SECOND = 0.05;

    private static final double CENTS_PER_SEMITONE = 100;

    /// What is further apart counts as that far.
    private static final int MOST_SEMITONES = 48;

    private static final double LEAST_SECONDS = 2;
    private static final double SAME_CENTS = 75;
    private static final double LEAST_SAME = 0.6;

    /// Two singers are few intervals apart, two speakers many.
    private static final int FEW_INTERVALS = 3;

    private static final double LEAST_FEW = 0.75;
    private static final double MOST_SHARED = 0.3;

    /// Whether it is somebody's voice, and not several notes at once, a bass or drums.
    public static boolean isOneVoice(VoiceAnalysis voice) {
        int active = 0;
        int voiced = 0;
        int low = 0;
        for (int f = 0; f < voice.frames(); f++) {
            if (voice.active(f)) {
                active++;
                if (voice.pitch().voiced(f)) {
                    voiced++;
                    low += voice.pitch().hertz(f) < LOWEST_VOICE_HERTZ ? 1 : 0;
                }
            }
        }
        boolean speaks =
                voice.esses().size() >= LEAST_ESSES_A_SECOND * active * VoiceAnalysis.HOP_SECONDS;
        return low <= MOST_TOO_LOW * voiced && (speaks || voiced >= LEAST_VOICED * active);
    }

    /// What is sung, if it is plain.
    public static Optional<SungLine> of(MatchedPitch pitch) {
        int together = 0;
        int same = 0;
        int octave = 0;
        int[] intervals = new int[2 * MOST_SEMITONES + 1];
        for (int f = 0; f < pitch.frames(); f++) {
            double cents = pitch.ownCents(f) - pitch.guideCents(f);
            if (!Double.isNaN(cents)) {
                together++;
                same += Math.abs(cents) < SAME_CENTS ? 1 : 0;
                octave += Math.abs(cents - nearestOctave(cents)) < SAME_CENTS ? 1 : 0;
                int semitones =
                        Math.clamp(
                                Math.round(cents / CENTS_PER_SEMITONE),
                                -MOST_SEMITONES,
                                MOST_SEMITONES);
                intervals[MOST_SEMITONES + semitones]++;
            }
        }
        if (together * VoiceAnalysis.HOP_SECONDS < LEAST_SECONDS) {
            return Optional.empty();
        }
        if (same > LEAST_SAME * together) {
            return Optional.of(SAME);
        }
        if (octave - same > LEAST_SAME * together) {
            return Optional.of(OCTAVE);
        }
        Arrays.sort(intervals);
        int few =
                Arrays.stream(intervals, intervals.length - FEW_INTERVALS, intervals.length).sum();
        return octave < MOST_SHARED * together && few > LEAST_FEW * together
                ? Optional.of(OTHER)
                : Optional.empty();
    }

    private static double nearestOctave(double cents) {
        return Pitch.CENTS_PER_OCTAVE * Math.rint(cents / Pitch.CENTS_PER_OCTAVE);
    }
}
