package zelvan.singers;

import java.util.List;
import java.util.Random;
import zelvan.audio.Sound;
import zelvan.units.Pitch;

/// The accompaniment: a plucked bass on the first beat of a waltz and a concertina on the other
/// two.
///
/// **Source:** K. Karplus & A. Strong, *Digital synthesis of plucked-string and drum timbres*
/// (1983), for the bass; the concertina is two slightly detuned reeds with falling harmonics.
final class BedSynthesizer {
    private static final double LEVEL = 0.16;

    private final int sampleRateHertz;

    BedSynthesizer(int sampleRateHertz) {
        this.sampleRateHertz = sampleRateHertz;
    }

    /// @param bars one after the other, repeated to the end
    Sound play(double beatSeconds, List<Song.Bar> bars, double seconds, long seed) {
        float[] left = new float[(int) Math.round(seconds * sampleRateHertz)];
        float[] right = new float[left.length];
        Random random = new Random(seed);
        int beats = (int) (seconds / beatSeconds) - 1;
        for (int beat = 0; beat < beats; beat++) {
            int start = (int) Math.round(beat * beatSeconds * sampleRateHertz);
            Song.Bar bar = bars.get(beat / Song.BEATS_IN_BAR % bars.size());
            if (beat % Song.BEATS_IN_BAR == 0) {
                pluck(left, right, start, bar.bassNote(), random);
            } else {
                for (int note : bar.chordNotes()) {
                    reed(left, right, start, note, 0.7 * beatSeconds);
                }
            }
        }
        return Sound.owning(sampleRateHertz, left, right);
    }

    private void pluck(float[] left, float[] right, int start, int note, Random random) {
        int period = (int) Math.round(sampleRateHertz / Pitch.hertzOfMidiNote(note));
        double[] string = new double[period];
        for (int i = 0; i < period; i++) {
            string[i] = random.nextDouble() * 2 - 1;
        }
        int length = Math.min(left.length - start, sampleRateHertz);
        for (int i = 0; i < length; i++) {
            int at = i % period;
            double value = string[at];
            string[at] = 0.498 * (value + string[(at + 1) % period]);
            left[start + i] += (float) (LEVEL * value);
            right[start + i] += (float) (0.8 * LEVEL * value);
        }
    }

    private void reed(float[] left, float[] right, int start, int note, double seconds) {
        double hertz = Pitch.hertzOfMidiNote(note);
        int length = Math.min(left.length - start, (int) (seconds * sampleRateHertz));
        for (int i = 0; i < length; i++) {
            double t = (double) i / sampleRateHertz;
            double envelope = Math.min(1, t / 0.03) * Math.min(1, (seconds - t) / 0.06);
            double value = 0;
            for (int h = 1; h <= 7; h++) {
                value += Math.sin(2 * Math.PI * hertz * h * t) / h;
                value += 0.6 * Math.sin(2 * Math.PI * hertz * h * 1.004 * t) / h;
            }
            left[start + i] += (float) (0.14 * LEVEL * envelope * value);
            right[start + i] += (float) (0.2 * LEVEL * envelope * value);
        }
    }
}
