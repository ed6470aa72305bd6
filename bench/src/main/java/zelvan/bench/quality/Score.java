package zelvan.bench.quality;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zelvan.analysis.PitchTrack;
import zelvan.audio.Sound;
import zelvan.dsp.Percentile;
import zelvan.singers.VoiceSynthesizer;
import zelvan.timing.TimeMap;
import zelvan.units.Pitch;

/// How far a sound is from what it should be.
///
/// @param distortionDecibels mel-cepstral distortion, mean over what is voiced (R. Kubichek 1993)
/// @param envelopeDecibels how much the smooth spectrum differs, root mean square, without its mean
/// @param harmonicsLossDecibels harmonics-to-noise ratio of the truth less the sound's, median (P.
///   Boersma 1993)
/// @param onsetLossDecibels how much less the level rises within 5 ms at its sharpest, at plosives
/// @param landmarkMillis how far the moments are from where the map asks for them, median
/// @param landmarkWorstMillis the same, 90th percentile
/// @param cents how far the pitch is off, median
/// @param centsWorst the same, 95th percentile
record Score(
        double distortionDecibels,
        double envelopeDecibels,
        double harmonicsLossDecibels,
        double onsetLossDecibels,
        double landmarkMillis,
        double landmarkWorstMillis,
        double cents,
        double centsWorst) {
    private static final double ACTIVE_RANGE_DECIBELS = 45;
    private static final double HOP = Spectra.HOP_SECONDS;

    double[] values() {
        return new double[] {
            distortionDecibels,
            envelopeDecibels,
            harmonicsLossDecibels,
            onsetLossDecibels,
            landmarkMillis,
            landmarkWorstMillis,
            cents,
            centsWorst
        };
    }

    static String heads() {
        return "   MCD dB   env dB   HNR dB onset dB  mark ms  mark 90    cents cents 95";
    }

    /// @param sung the voice before anything was done to it
    /// @param map when each of its moments should sound
    /// @param momentSeconds when its consonants and vowels begin and end
    /// @param truth what should have come out
    /// @param heard the pitch of the sound
    static Score of(
            Sound sound,
            Sound sung,
            TimeMap map,
            double[] momentSeconds,
            VoiceSynthesizer.Take truth,
            PitchTrack heard) {
        Spectra ours = new Spectra(sound);
        Spectra wanted = new Spectra(truth.sound());
        int frames = Math.min(ours.frames(), wanted.frames());
        double loudest = Percentile.of(wanted.levels(), 99);
        double distortion = 0;
        double envelope = 0;
        int counted = 0;
        List<Double> harmonics = new ArrayList<>();
        for (int f = 0; f < frames; f++) {
            boolean voiced = at(truth.voicing(), f * HOP) > 0.9;
            if (!voiced || wanted.level(f) < loudest - ACTIVE_RANGE_DECIBELS) {
                continue;
            }
            distortion += ours.distortion(wanted, f);
            envelope += ours.envelopeDistance(wanted, f);
            counted++;
            double hertz = at(truth.hertz(), f * HOP);
            harmonics.add(wanted.harmonicsDecibels(f, hertz) - ours.harmonicsDecibels(f, hertz));
        }
        double[] landmarks =
                Arrays.stream(momentSeconds)
                        .map(t -> 1000 * Math.abs(Envelopes.lagSeconds(sound, sung, map, t)))
                        .filter(Double::isFinite)
                        .toArray();
        double[] onsets =
                Arrays.stream(truth.burstSeconds())
                        .map(t ->
                                Envelopes.sharpestRise(truth.sound(), t)
                                        - Envelopes.sharpestRise(sound, t))
                        .toArray();
        double[] cents = cents(heard, truth);
        return new Score(
                distortion / counted,
                envelope / counted,
                median(harmonics.stream().mapToDouble(Double::doubleValue).toArray()),
                median(onsets),
                median(landmarks),
                Percentile.of(landmarks, 90),
                median(cents),
                Percentile.of(cents, 95));
    }

    private static double median(double[] values) {
        return Percentile.median(values);
    }

    private static double at(double[] perMillisecond, double seconds) {
        return perMillisecond[(int) Math.clamp(seconds * 1000, 0, perMillisecond.length - 1)];
    }

    /// Where the voice has sounded for a while and goes on.
    private static double[] cents(PitchTrack pitch, VoiceSynthesizer.Take truth) {
        List<Double> cents = new ArrayList<>();
        for (int f = 0; f < pitch.frames(); f++) {
            double t = f * pitch.hopSeconds();
            boolean voiced =
                    at(truth.voicing(), t) > 0.9
                            && at(truth.voicing(), t - 0.04) > 0.9
                            && at(truth.voicing(), t + 0.04) > 0.9;
            if (voiced && pitch.voiced(f)) {
                cents.add(Math.abs(Pitch.centsBetween(at(truth.hertz(), t), pitch.hertz(f))));
            }
        }
        return cents.stream().mapToDouble(Double::doubleValue).toArray();
    }
}
