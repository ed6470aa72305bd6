package zelvan.singers;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import zelvan.audio.Sound;
import zelvan.units.Decibels;

/// Phrases that swell and fade, as singers breathe them; a voice without them is equally loud from
/// its first note to its last.
final class Dynamics {
    private static final int PER_SECOND = 100;

    /// Phrases differ by this, as a standard deviation.
    private static final double PHRASE_DECIBELS = 0.8;

    private static final double LEAST_SWELL_DECIBELS = 3;
    private static final double MOST_SWELL_DECIBELS = 7;
    private static final double RAMP_SECONDS = 0.03;
    private static final double FADE_SECONDS = 0.08;

    private final double[] decibels;

    /// @param extraDecibels by which phrases are louder still, by label
    Dynamics(Performance performance, Map<String, Double> extraDecibels, Random random) {
        decibels = new double[(int) (performance.seconds() * PER_SECOND) + 2];
        for (Stretch phrase : phrases(performance)) {
            double level =
                    PHRASE_DECIBELS * random.nextGaussian()
                            + extraDecibels.getOrDefault(phrase.label, 0.0);
            double swell =
                    LEAST_SWELL_DECIBELS
                            + (MOST_SWELL_DECIBELS - LEAST_SWELL_DECIBELS) * random.nextDouble();
            double peak = 0.3 + 0.5 * random.nextDouble();
            for (int i = phrase.from; i < Math.min(phrase.to, decibels.length); i++) {
                double at = (double) (i - phrase.from) / (phrase.to - phrase.from);
                double away = at < peak ? (peak - at) / peak : (at - peak) / (1 - peak);
                decibels[i] = level - swell * 0.5 * (1 - Math.cos(Math.PI * away));
            }
        }
        smooth(FADE_SECONDS);
    }

    private record Stretch(String label, int from, int to) {}

    private static List<Stretch> phrases(Performance performance) {
        Map<String, double[]> found = new HashMap<>();
        for (Performance.Moment moment : performance.moments()) {
            String label = moment.id().substring(0, moment.id().indexOf('/'));
            double[] span =
                    found.computeIfAbsent(
                            label, l -> new double[] {moment.seconds(), moment.seconds()});
            span[0] = Math.min(span[0], moment.seconds());
            span[1] = Math.max(span[1], moment.seconds());
        }
        List<Stretch> stretches = new ArrayList<>();
        found.forEach((label, span) ->
                stretches.add(
                        new Stretch(
                                label,
                                Math.max(0, (int) ((span[0] - 0.05) * PER_SECOND)),
                                (int) ((span[1] + 0.1) * PER_SECOND) + 1)));
        return stretches;
    }

    private void smooth(double seconds) {
        int radius = (int) Math.round(seconds / 2 * PER_SECOND);
        double[] before = decibels.clone();
        for (int i = 0; i < decibels.length; i++) {
            double sum = 0;
            for (int k = -radius; k <= radius; k++) {
                sum += before[Math.clamp(i + k, 0, before.length - 1)];
            }
            decibels[i] = sum / (2 * radius + 1);
        }
    }

    /// Makes the phones of some kinds louder, in some phrases.
    void raise(List<Performance.TimedPhone> phones, double louder) {
        for (Performance.TimedPhone phone : phones) {
            int from = (int) ((phone.startSeconds() - RAMP_SECONDS / 2) * PER_SECOND);
            int to = (int) Math.ceil((phone.endSeconds() + RAMP_SECONDS / 2) * PER_SECOND);
            for (int i = Math.max(0, from); i < Math.min(to, decibels.length); i++) {
                decibels[i] += louder;
            }
        }
    }

    Sound applied(Sound sound) {
        float[] samples = sound.mono().clone();
        double step = (double) PER_SECOND / sound.sampleRateHertz();
        for (int i = 0; i < samples.length; i++) {
            double position = i * step;
            int k = Math.min((int) position, decibels.length - 2);
            double level = decibels[k] + (position - k) * (decibels[k + 1] - decibels[k]);
            samples[i] *= (float) Decibels.toAmplitude(level);
        }
        return Sound.owning(sound.sampleRateHertz(), samples);
    }
}
