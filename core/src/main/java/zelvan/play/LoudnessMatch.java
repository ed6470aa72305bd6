package zelvan.play;

import java.util.function.BooleanSupplier;
import zelvan.audio.Loudness;
import zelvan.units.Decibels;
import zelvan.units.SongSpan;

/// Finds how much softer or louder the raw version must be played so that it is as loud as the
/// locked one: otherwise the louder of the two seems better.
///
/// Listens to a stretch, or to excerpts spread over it when it is long; see [Loudness].
public final class LoudnessMatch {
    private static final double MOST_SECONDS = 45;
    private static final int EXCERPTS = 20;
    private static final double MOST_DECIBELS = 12;

    private LoudnessMatch() {}

    /// @param program either version of it, at speed 1
    /// @param span of the song that is listened to
    /// @param cancelled whether nobody wants to know any more
    /// @return the factor for the raw version; 1 if either version is silent
    public static double rawGain(
            Program program, int sampleRateHertz, SongSpan span, BooleanSupplier cancelled) {
        double raw = lufs(program.withVersion(Version.RAW), sampleRateHertz, span, cancelled);
        double locked = lufs(program.withVersion(Version.LOCKED), sampleRateHertz, span, cancelled);
        double decibels = locked - raw;
        return Double.isFinite(decibels)
                ? Decibels.toAmplitude(Math.clamp(decibels, -MOST_DECIBELS, MOST_DECIBELS))
                : 1;
    }

    private static double lufs(
            Program program, int sampleRateHertz, SongSpan span, BooleanSupplier cancelled) {
        Program plain = program.withRawGain(1);
        Loudness meter = new Loudness(sampleRateHertz, 2);
        int excerpts = span.seconds() > MOST_SECONDS ? EXCERPTS : 1;
        double seconds = Math.min(MOST_SECONDS, span.seconds()) / excerpts;
        float[][] block = new float[2][Mixer.BLOCK_FRAMES];
        Mixer mixer = new Mixer();
        for (int e = 0; e < excerpts; e++) {
            double apart = (span.seconds() - seconds) * e / Math.max(1, excerpts - 1);
            long from = Math.round((span.startSeconds() + apart) * sampleRateHertz);
            long to = from + Math.round(seconds * sampleRateHertz);
            mixer.goOnFrom(plain, from);
            for (long at = from; at < to && !cancelled.getAsBoolean(); at += Mixer.BLOCK_FRAMES) {
                mixer.mix(plain, at, block[0], block[1]);
                meter.add(block, (int) Math.min(Mixer.BLOCK_FRAMES, to - at));
            }
        }
        return meter.integratedLufs();
    }
}
