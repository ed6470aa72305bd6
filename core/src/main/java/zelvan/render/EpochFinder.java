package zelvan.render;

import java.util.ArrayList;
import java.util.List;
import zelvan.analysis.PitchTrack;
import zelvan.audio.Sound;

/// Finds the glottal epochs of a voice.
///
/// How it works: in each voiced stretch the fundamental is demodulated at the pitch track, averaged
/// over two whole periods so that the other harmonics cancel, and its phase followed; an epoch is a
/// fixed phase of it. Which phase is decided by where the energy of the cycle lies, so that a
/// splice between epochs cuts where the cycle is weak.
///
/// **Source:** after the phase-based view of pitch marks in E. Moulines & F. Charpentier,
/// *Pitch-synchronous waveform processing techniques for text-to-speech synthesis using diphones*
/// (1990); the demodulation is ours.
public final class EpochFinder {
    private static final int PERIODS_AVERAGED = 2;
    private static final int PHASE_BINS = 24;
    private static final int FEWEST_EPOCHS = 3;
    private static final double STEP_SECONDS = 0.001;
    private static final double SHORTEST_PERIOD_FRAMES = 4;

    /// @param pitch of the same sound
    public Epochs find(Sound sound, PitchTrack pitch) {
        float[] samples = sound.mono();
        List<Integer> starts = new ArrayList<>();
        List<Integer> ends = new ArrayList<>();
        List<double[]> marks = new ArrayList<>();
        for (int f = 0; f < pitch.frames(); ) {
            int end = f;
            while (end < pitch.frames() && pitch.voiced(end)) {
                end++;
            }
            if (end > f) {
                int from =
                        (int)
                                Math.max(
                                        0,
                                        Math.round(
                                                (f - 0.5)
                                                        * pitch.hopSeconds()
                                                        * sound.sampleRateHertz()));
                int to =
                        (int)
                                Math.min(
                                        samples.length,
                                        Math.round(
                                                (end - 0.5)
                                                        * pitch.hopSeconds()
                                                        * sound.sampleRateHertz()));
                double[] found = epochs(samples, from, to, pitch, sound.sampleRateHertz());
                if (found.length >= FEWEST_EPOCHS) {
                    starts.add(from);
                    ends.add(to);
                    marks.add(found);
                }
            }
            f = end + 1;
        }
        return CycleGrowth.grow(
                new Epochs(
                        starts.stream().mapToInt(Integer::intValue).toArray(),
                        ends.stream().mapToInt(Integer::intValue).toArray(),
                        marks.toArray(double[][]::new)),
                samples,
                sound.sampleRateHertz());
    }

    private static double[] epochs(float[] samples, int from, int to, PitchTrack pitch, int rate) {
        int n = to - from;
        if (n < 2) {
            return new double[0];
        }
        double[] phase = new double[n + 1];
        double[] re = new double[n + 1];
        double[] im = new double[n + 1];
        int step = step(rate);
        for (int begin = 0; begin < n; begin += step) {
            int end = Math.min(n, begin + step);
            double hertz = pitch.hertzAt((from + 0.5 * (begin + end)) / rate);
            double turn = 2 * Math.PI * (Double.isNaN(hertz) ? 0 : hertz) / rate;
            double cosTurn = Math.cos(turn);
            double sinTurn = Math.sin(turn);
            double cos = Math.cos(phase[begin]);
            double sin = Math.sin(phase[begin]);
            for (int i = begin; i < end; i++) {
                phase[i + 1] = phase[i] + turn;
                re[i + 1] = re[i] + samples[from + i] * cos;
                im[i + 1] = im[i] - samples[from + i] * sin;
                double turned = cos * cosTurn - sin * sinTurn;
                sin = sin * cosTurn + cos * sinTurn;
                cos = turned;
            }
        }
        double[] total = fundamentalPhase(phase, re, im, n, rate);
        double offset = energyPhase(samples, from, total);
        return crossings(total, offset, from);
    }

    /// Frames over which pitch and phase are taken to run straight.
    private static int step(int rate) {
        return Math.max(1, (int) (STEP_SECONDS * rate));
    }

    /// The phase of the fundamental itself: the track's phase plus what demodulation finds missing.
    private static double[] fundamentalPhase(
            double[] phase, double[] re, double[] im, int n, int rate) {
        double[] total = new double[n];
        int step = step(rate);
        double before = 0;
        double correction = 0;
        int last = 0;
        for (int i = 0; i < n + step; i += step) {
            int at = Math.min(i, n - 1);
            double cycle = Math.max(1e-3, phase[Math.min(n, at + 1)] - phase[at]);
            int radius = (int) Math.min(n, Math.round(PERIODS_AVERAGED * Math.PI / cycle));
            int a = Math.max(0, at - radius);
            int b = Math.min(n, at + radius);
            double angle = Math.atan2(im[b] - im[a], re[b] - re[a]);
            correction = i == 0 ? angle : before + Math.IEEEremainder(angle - before, 2 * Math.PI);
            for (int k = last; k <= at; k++) {
                double share = at > last ? (double) (k - last) / (at - last) : 1;
                total[k] =
                        phase[k] + (i == 0 ? correction : before + share * (correction - before));
            }
            before = correction;
            last = at;
            if (at == n - 1) {
                break;
            }
        }
        return total;
    }

    /// The phase around which the cycle has its energy, radians.
    private static double energyPhase(float[] samples, int from, double[] total) {
        double re = 0;
        double im = 0;
        double[] bins = new double[PHASE_BINS];
        for (int i = 1; i < total.length; i++) {
            double edge = samples[from + i] - samples[from + i - 1];
            double turn = total[i] / (2 * Math.PI);
            bins[(int) ((turn - Math.floor(turn)) * PHASE_BINS) % PHASE_BINS] += edge * edge;
        }
        for (int b = 0; b < PHASE_BINS; b++) {
            double angle = 2 * Math.PI * (b + 0.5) / PHASE_BINS;
            re += bins[b] * Math.cos(angle);
            im += bins[b] * Math.sin(angle);
        }
        return Math.atan2(im, re);
    }

    private static double[] crossings(double[] total, double offset, int from) {
        List<Double> marks = new ArrayList<>();
        for (int i = 1; i < total.length; i++) {
            double before = (total[i - 1] - offset) / (2 * Math.PI);
            double after = (total[i] - offset) / (2 * Math.PI);
            double turn = Math.floor(after);
            if (turn > before) {
                double mark = from + i - 1 + (turn - before) / (after - before);
                if (marks.isEmpty() || mark > marks.getLast() + SHORTEST_PERIOD_FRAMES) {
                    marks.add(mark);
                }
            }
        }
        return marks.stream().mapToDouble(Double::doubleValue).toArray();
    }
}
