package zelvan.singers;

import java.util.Random;
import java.util.stream.IntStream;
import zelvan.dsp.Windows;
import zelvan.singers.Performance.TimedPhone;
import zelvan.units.Pitch;

/// What the synthesizer is told, every millisecond: where the formants are, how much voice, air and
/// noise there is, and the pitch. Steps from phone to phone are smoothed as a moving mouth would.
final class ControlTracks {
    static final int PER_SECOND = 1000;
    static final int FORMANTS = 5;

    private static final double FORMANT_SMOOTHING_SECONDS = 0.05;
    private static final double VOICING_SMOOTHING_SECONDS = 0.018;
    private static final double NOISE_SMOOTHING_SECONDS = 0.014;
    private static final double GLIDE_SMOOTHING_SECONDS = 0.09;

    /// A plosive's burst: this long, after the closure.
    private static final double BURST_SECONDS = 0.012;

    private static final double ASPIRATED_BURST_SECONDS = 0.045;
    private static final double VIBRATO_ONSET_SECONDS = 0.28;
    private static final double[] UPPER_FORMANTS_HERTZ = {3500, 4500};

    final double[][] formantHertz;
    final double[] voicing;
    final double[] aspiration;
    final double[] noise;
    final double[] noiseHertz;
    final double[] burst;
    final double[] hertz;

    ControlTracks(Performance performance, Singer singer, Random random) {
        int n = (int) Math.ceil(performance.seconds() * PER_SECOND) + 1;
        formantHertz = new double[FORMANTS][n];
        voicing = new double[n];
        aspiration = new double[n];
        noise = new double[n];
        noiseHertz = new double[n];
        burst = new double[n];
        double[] note = new double[n];
        double[] vibrato = new double[n];
        for (TimedPhone phone : performance.phones()) {
            int from = (int) Math.round(phone.startSeconds() * PER_SECOND);
            int to = Math.min(n, (int) Math.round(phone.endSeconds() * PER_SECOND));
            for (int i = from; i < to; i++) {
                step(phone, singer, i, from, to);
                note[i] = phone.midiNote();
                double held = (double) (i - from) / PER_SECOND - VIBRATO_ONSET_SECONDS;
                boolean vowel = phone.phone().kind() == Phone.Kind.VOWEL;
                vibrato[i] = vowel ? Math.clamp(held / 0.2, 0, 1) : 0;
            }
        }
        for (int f = 0; f < FORMANTS; f++) {
            holdLast(formantHertz[f]);
            formantHertz[f] = smooth(formantHertz[f], FORMANT_SMOOTHING_SECONDS);
        }
        holdLast(note);
        smoothInPlace(voicing, VOICING_SMOOTHING_SECONDS);
        smoothInPlace(aspiration, NOISE_SMOOTHING_SECONDS);
        smoothInPlace(noise, NOISE_SMOOTHING_SECONDS);
        holdLast(noiseHertz);
        hertz = pitch(smooth(note, GLIDE_SMOOTHING_SECONDS), smooth(vibrato, 0.1), singer, random);
    }

    /// The same, sung otherwise.
    private ControlTracks(ControlTracks tracks, Bending bending) {
        int before = tracks.hertz.length;
        double seconds = bending.outputSecondsAt((double) (before - 1) / PER_SECOND);
        double[] position = new double[(int) Math.ceil(seconds * PER_SECOND) + 1];
        double[] ratio = new double[position.length];
        for (int i = 0; i < position.length; i++) {
            double source = bending.sourceSecondsAt((double) i / PER_SECOND);
            position[i] = Math.clamp(source * PER_SECOND, 0, before - 1);
            ratio[i] = Math.pow(2, bending.centsAt(source) / 1200);
        }
        formantHertz = new double[FORMANTS][];
        for (int f = 0; f < FORMANTS; f++) {
            formantHertz[f] = read(tracks.formantHertz[f], position);
            for (int i = 0; i < position.length; i++) {
                formantHertz[f][i] *= bending.formantFactor();
            }
        }
        voicing = read(tracks.voicing, position);
        aspiration = read(tracks.aspiration, position);
        noise = read(tracks.noise, position);
        noiseHertz = read(tracks.noiseHertz, position);
        hertz = read(tracks.hertz, position);
        for (int i = 0; i < hertz.length; i++) {
            hertz[i] *= ratio[i];
        }
        burst = new double[position.length];
        for (int i = 1; i < before; i++) {
            if (tracks.burst[i] > 0 && tracks.burst[i - 1] == 0) {
                double at = bending.outputSecondsAt((double) i / PER_SECOND);
                int to = (int) Math.round(at * PER_SECOND);
                for (int k = 0; i + k < before && tracks.burst[i + k] > 0; k++) {
                    burst[Math.min(to + k, burst.length - 1)] = tracks.burst[i + k];
                }
            }
        }
    }

    /// When plosives open.
    double[] burstSeconds() {
        return IntStream.range(1, burst.length)
                .filter(i -> burst[i] > 0 && burst[i - 1] == 0)
                .mapToDouble(i -> (double) i / PER_SECOND)
                .toArray();
    }

    ControlTracks bent(Bending bending) {
        return new ControlTracks(this, bending);
    }

    private static double[] read(double[] values, double[] position) {
        double[] read = new double[position.length];
        for (int i = 0; i < read.length; i++) {
            int whole = (int) position[i];
            int next = Math.min(whole + 1, values.length - 1);
            read[i] = values[whole] + (position[i] - whole) * (values[next] - values[whole]);
        }
        return read;
    }

    private void step(TimedPhone timed, Singer singer, int i, int from, int to) {
        Phone phone = timed.phone();
        for (int f = 0; f < FORMANTS; f++) {
            double hertz = f < 3 ? phone.formantHertz(f) : UPPER_FORMANTS_HERTZ[f - 3];
            formantHertz[f][i] = hertz * singer.tractScale();
        }
        double air = Math.max(singer.breathiness(), timed.breathiness());
        voicing[i] = phone.voicing() * (1 - timed.breathiness());
        aspiration[i] = phone.kind() == Phone.Kind.VOWEL ? air : 0.4 * air * phone.voicing();
        noiseHertz[i] = phone.noiseHertz();
        switch (phone.kind()) {
            case FRICATIVE, VOICED_FRICATIVE -> noise[i] = phone.noiseLevel();
            case ASPIRATE -> aspiration[i] = 0.5;
            case BREATH -> aspiration[i] = 0.12;
            case PLOSIVE, VOICED_PLOSIVE -> plosive(phone, i, from, to);
            case VOWEL, NASAL, LIQUID, REST -> {}
        }
    }

    /// Closure first; then a burst that dies away within milliseconds, and air after the unvoiced
    /// ones.
    private void plosive(Phone phone, int i, int from, int to) {
        boolean voiceless = phone.kind() == Phone.Kind.PLOSIVE;
        double open =
                Math.min(
                        voiceless ? ASPIRATED_BURST_SECONDS : BURST_SECONDS,
                        0.5 * (to - from) / PER_SECOND);
        int burstAt = to - (int) Math.round(open * PER_SECOND);
        if (i >= burstAt) {
            double age = (double) (i - burstAt) / PER_SECOND;
            burst[i] = phone.noiseLevel() * Math.exp(-age / 0.006);
            if (voiceless) {
                aspiration[i] = 0.3;
            }
        }
    }

    /// Note with glides, vibrato once a note is held, slow drift and flutter (Klatt & Klatt,
    /// *Analysis, synthesis, and perception of voice quality variations*, 1990, eq. 1).
    private static double[] pitch(double[] note, double[] vibrato, Singer singer, Random random) {
        double[] hertz = new double[note.length];
        double phase = random.nextDouble();
        double driftPhase = random.nextDouble() * 2 * Math.PI;
        for (int i = 0; i < note.length; i++) {
            double seconds = (double) i / PER_SECOND;
            double flutter =
                    Math.sin(2 * Math.PI * 12.7 * seconds)
                            + Math.sin(2 * Math.PI * 7.1 * seconds)
                            + Math.sin(2 * Math.PI * 4.7 * seconds);
            double drift = 4 * Math.sin(2 * Math.PI * 0.6 * seconds + driftPhase);
            double rate = singer.vibratoHertz() * (1 + 0.05 * Math.sin(0.9 * seconds + driftPhase));
            phase += rate / PER_SECOND;
            double cents =
                    vibrato[i] * singer.vibratoCents() * Math.sin(2 * Math.PI * phase)
                            + drift
                            + 0.8 * flutter;
            hertz[i] = Pitch.hertzOfMidiNote(note[i] + cents / 100);
        }
        return hertz;
    }

    /// Fills zeros with the value before them, and the beginning with the first value.
    private static void holdLast(double[] values) {
        double held = 0;
        for (double value : values) {
            if (value != 0) {
                held = value;
                break;
            }
        }
        for (int i = 0; i < values.length; i++) {
            held = values[i] != 0 ? values[i] : held;
            values[i] = held;
        }
    }

    private static void smoothInPlace(double[] values, double seconds) {
        System.arraycopy(smooth(values, seconds), 0, values, 0, values.length);
    }

    private static double[] smooth(double[] values, double seconds) {
        int length = (int) Math.round(seconds * PER_SECOND) | 1;
        double[] window = Windows.hann(length + 1);
        double[] smooth = new double[values.length];
        for (int i = 0; i < values.length; i++) {
            double sum = 0;
            double weight = 0;
            for (int k = 1; k <= length; k++) {
                int at = i + k - 1 - length / 2;
                if (at >= 0 && at < values.length) {
                    sum += window[k] * values[at];
                    weight += window[k];
                }
            }
            smooth[i] = sum / weight;
        }
        return smooth;
    }
}
