package zelvan.timing;

import java.util.Arrays;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.RecordedSpan;

/// Which stretches of a voice may change their length: rests first, then sustained vowels;
/// consonants, esses and breaths are moved as they are.
final class Elasticity {
    enum Kind {
        /// Nothing is sung.
        REST,
        /// A sustained vowel.
        VOWEL,
        /// Sound that changes: consonants, glides.
        CHANGING,
        /// An ess, a breath.
        HISS
    }

    /// A spectrum that changes faster than this, in its own standard deviations over 20 ms, is no
    /// sustained vowel.
    private static final double STEADY_CHANGE = 0.55;

    private static final int CHANGE_FRAMES = 2;

    private static final int LONG_REST_FRAMES = 50;
    private static final int TAIL_FRAMES = 20;
    private static final int LEAD_FRAMES = 12;

    private final VoiceAnalysis voice;
    private final Kind[] kinds;

    Elasticity(VoiceAnalysis voice) {
        this.voice = voice;
        kinds = new Kind[voice.frames()];
        for (int f = 0; f < kinds.length; f++) {
            kinds[f] = !voice.active(f) ? Kind.REST : isSteady(f) ? Kind.VOWEL : Kind.CHANGING;
        }
        keepTails();
        for (RecordedSpan span : voice.esses()) {
            mark(span);
        }
        for (RecordedSpan span : voice.breaths()) {
            mark(span.widenedBy(0.02));
        }
    }

    /// A sound's faint beginning and its tail go with it: the ends of a long rest are no rest.
    private void keepTails() {
        for (int f = 0; f < kinds.length; ) {
            int end = f;
            while (end < kinds.length && kinds[end] == Kind.REST) {
                end++;
            }
            if (end - f > LONG_REST_FRAMES) {
                Arrays.fill(kinds, f, f == 0 ? 0 : f + TAIL_FRAMES, Kind.CHANGING);
                Arrays.fill(
                        kinds, end == kinds.length ? end : end - LEAD_FRAMES, end, Kind.CHANGING);
            }
            f = Math.max(end, f + 1);
        }
    }

    private void mark(RecordedSpan span) {
        for (int f = voice.frameAt(span.startSeconds());
                f <= voice.frameAt(span.endSeconds());
                f++) {
            kinds[f] = Kind.HISS;
        }
    }

    private boolean isSteady(int frame) {
        if (!voice.pitch().voiced(frame)) {
            return false;
        }
        float[] before = voice.spectrum().row(Math.max(0, frame - CHANGE_FRAMES));
        float[] after = voice.spectrum().row(Math.min(kinds.length - 1, frame + CHANGE_FRAMES));
        double sum = 0;
        for (int c = 0; c < before.length; c++) {
            double d = after[c] - before[c];
            sum += d * d;
        }
        return Math.sqrt(sum / before.length) < STEADY_CHANGE;
    }

    Kind kind(int frame) {
        return kinds[Math.clamp(frame, 0, kinds.length - 1)];
    }
}
