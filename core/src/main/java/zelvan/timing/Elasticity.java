package zelvan.timing;

import zelvan.analysis.VoiceAnalysis;
import zelvan.units.TimeSpan;

/// Which stretches of a voice may change their length: rests first, then sustained vowels;
/// consonants, esses and breaths are moved as they are.
final class Elasticity {
    enum Kind {
        REST,
        VOWEL,
        RIGID
    }

    /// Timbre that changes faster than this, in its own standard deviations over 20 ms, is no
    /// sustained vowel.
    private static final double STEADY_CHANGE = 0.55;

    private static final int CHANGE_FRAMES = 2;

    private final VoiceAnalysis voice;
    private final Kind[] kinds;

    Elasticity(VoiceAnalysis voice) {
        this.voice = voice;
        kinds = new Kind[voice.frames()];
        for (int f = 0; f < kinds.length; f++) {
            kinds[f] = !voice.active(f) ? Kind.REST : isSteady(f) ? Kind.VOWEL : Kind.RIGID;
        }
        for (TimeSpan span : voice.esses()) {
            mark(span);
        }
        for (TimeSpan span : voice.breaths()) {
            mark(span.widenedBy(0.02));
        }
    }

    private void mark(TimeSpan span) {
        for (int f = voice.frameAt(span.startSeconds());
                f <= voice.frameAt(span.endSeconds());
                f++) {
            kinds[f] = Kind.RIGID;
        }
    }

    private boolean isSteady(int frame) {
        if (!voice.pitch().voiced(frame)) {
            return false;
        }
        float[] before = voice.timbre()[Math.max(0, frame - CHANGE_FRAMES)];
        float[] after = voice.timbre()[Math.min(kinds.length - 1, frame + CHANGE_FRAMES)];
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

    double levelDecibels(int frame) {
        return voice.levelDecibels()[Math.clamp(frame, 0, kinds.length - 1)];
    }
}
