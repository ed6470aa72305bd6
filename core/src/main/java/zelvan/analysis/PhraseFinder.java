package zelvan.analysis;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import zelvan.dsp.Percentile;
import zelvan.units.ClockSpan;
import zelvan.units.RecordedSpan;

/// Divides a voice into phrases, and tells breaths and esses from singing.
final class PhraseFinder {
    /// Without pitch for this long, a phrase is over.
    private static final double SHORTEST_REST_SECONDS = 0.3;

    private static final double LONGEST_CONSONANTS_SECONDS = 0.22;
    private static final double SHORTEST_BREATH_SECONDS = 0.08;
    private static final double LONGEST_BREATH_SECONDS = 1.2;
    private static final double SHORTEST_ESS_SECONDS = 0.045;

    /// A phrase has this much pitched sound, or it is a breath or a noise.
    private static final double LEAST_VOICED_SECONDS = 0.05;

    /// In an ess the hiss stands this far above the formants. Measured on simulated singers: 17 in
    /// an "s", 4 in a "z", −8 in a "v".
    private static final double ESS_DECIBELS = -2;

    /// It is no softer than this beside vowels. Measured on the same: 12 in an "s", 17 in a "z", 24
    /// in an "f".
    private static final double ESS_BELOW_VOWELS_DECIBELS = 21;

    private static final double BESIDE_ESS_SECONDS = 0.15;
    private static final double ESS_ABOVE_BESIDE_DECIBELS = 6;

    /// A voice's esses are no softer than this beside its own loud ones; "f" and "th" are. Measured
    /// on two voices of a speech synthesizer.
    private static final double ESS_BELOW_LOUD_DECIBELS = 10.5;

    /// An ess begins and ends this far below its loudest moment.
    private static final double ESS_RANGE_DECIBELS = 16;

    private static final double LOUD_PERCENTILE = 80;

    /// A voiced one is softer by so much, as its sound comes in puffs.
    private static final double VOICED_BELOW_DECIBELS = 3.5;

    /// What is as short may be the burst of a "t": it must be louder by so much.
    private static final double BURST_SECONDS = 0.062;

    private static final double BURST_ABOVE_DECIBELS = 5;

    private PhraseFinder() {}

    private interface Frames {
        boolean has(int frame);
    }

    /// Stretches of pitched sound with the consonants that hang on to them. A gap in the pitch too
    /// long for consonants divides two phrases, whatever noise or breath is in it.
    static List<RecordedSpan> phrases(boolean[] active, PitchTrack pitch) {
        List<RecordedSpan> phrases = new ArrayList<>();
        for (RecordedSpan voiced :
                ClockSpan.joined(
                        runs(pitch.frames(), pitch::voiced, pitch.hopSeconds()),
                        SHORTEST_REST_SECONDS)) {
            if (voicedSeconds(voiced, pitch) < LEAST_VOICED_SECONDS) {
                continue;
            }
            int from = pitch.frameAt(voiced.startSeconds());
            int to = pitch.frameAt(voiced.endSeconds());
            int most = (int) Math.round(LONGEST_CONSONANTS_SECONDS / pitch.hopSeconds());
            int start = from;
            while (start > 0 && from - start < most && active[start - 1]) {
                start--;
            }
            int end = to;
            while (end < active.length && end - to < most && active[end]) {
                end++;
            }
            phrases.add(new RecordedSpan(start * pitch.hopSeconds(), end * pitch.hopSeconds()));
        }
        return phrases;
    }

    /// Sounds without pitch between the phrases, of a breath's length.
    static List<RecordedSpan> breaths(
            boolean[] active, List<RecordedSpan> phrases, double hopSeconds) {
        boolean[] free = active.clone();
        for (RecordedSpan phrase : phrases) {
            int to = Math.min(free.length, (int) Math.round(phrase.endSeconds() / hopSeconds));
            for (int f = (int) Math.round(phrase.startSeconds() / hopSeconds); f < to; f++) {
                free[f] = false;
            }
        }
        return runs(free.length, f -> free[f], hopSeconds).stream()
                .filter(span -> span.seconds() >= SHORTEST_BREATH_SECONDS)
                .filter(span -> span.seconds() <= LONGEST_BREATH_SECONDS)
                .toList();
    }

    private static double voicedSeconds(RecordedSpan span, PitchTrack pitch) {
        int voiced = 0;
        for (int f = pitch.frameAt(span.startSeconds());
                f < pitch.frameAt(span.endSeconds());
                f++) {
            voiced += pitch.voiced(f) ? 1 : 0;
        }
        return voiced * pitch.hopSeconds();
    }

    /// Where hiss prevails over the formants, is not much softer than vowels are, and stands out
    /// from what is beside it.
    static List<RecordedSpan> esses(BandEnergies bands, PitchTrack pitch) {
        double[] hiss = bands.hiss();
        double[] sonorant = bands.mean(BandEnergies.SONORANT_FROM, BandEnergies.SONORANT_TO);
        double leastDecibels = vowelDecibels(sonorant, pitch) - ESS_BELOW_VOWELS_DECIBELS;
        List<RecordedSpan> hissing =
                runs(
                                bands.frames,
                                f ->
                                        hiss[f] > sonorant[f] + ESS_DECIBELS
                                                && hiss[f] > leastDecibels,
                                BandEnergies.HOP_SECONDS)
                        .stream()
                        .map(span -> trimmed(span, hiss))
                        .filter(span -> span.seconds() >= SHORTEST_ESS_SECONDS)
                        .filter(span -> standsOut(hiss, span))
                        .toList();
        return loudEnough(hissing, hiss, pitch);
    }

    /// Those that are loud beside the voice's own loud ones.
    private static List<RecordedSpan> loudEnough(
            List<RecordedSpan> hissing, double[] hiss, PitchTrack pitch) {
        if (hissing.isEmpty()) {
            return hissing;
        }
        double loud =
                Percentile.of(
                        hissing.stream().mapToDouble(span -> peak(hiss, span)).toArray(),
                        LOUD_PERCENTILE);
        return hissing.stream()
                .filter(span -> {
                    boolean voiced = voicedSeconds(span, pitch) > span.seconds() / 2;
                    double least =
                            loud
                                    - ESS_BELOW_LOUD_DECIBELS
                                    - (voiced ? VOICED_BELOW_DECIBELS : 0)
                                    + (span.seconds() < BURST_SECONDS ? BURST_ABOVE_DECIBELS : 0);
                    return peak(hiss, span) >= least;
                })
                .toList();
    }

    /// Without what only hisses as the room does, before and after.
    private static RecordedSpan trimmed(RecordedSpan span, double[] hiss) {
        double least = peak(hiss, span) - ESS_RANGE_DECIBELS;
        int from = (int) Math.round(span.startSeconds() / BandEnergies.HOP_SECONDS);
        int to = (int) Math.round(span.endSeconds() / BandEnergies.HOP_SECONDS);
        while (hiss[from] < least) {
            from++;
        }
        while (hiss[to - 1] < least) {
            to--;
        }
        return new RecordedSpan(from * BandEnergies.HOP_SECONDS, to * BandEnergies.HOP_SECONDS);
    }

    private static double peak(double[] hiss, RecordedSpan span) {
        int from = (int) Math.round(span.startSeconds() / BandEnergies.HOP_SECONDS);
        int to = (int) Math.round(span.endSeconds() / BandEnergies.HOP_SECONDS);
        return Arrays.stream(hiss, from, to).max().orElseThrow();
    }

    /// How loud formants are as a rule where there is a pitch; without any, nothing is soft beside
    /// them.
    private static double vowelDecibels(double[] sonorant, PitchTrack pitch) {
        int frames = (int) Math.round(pitch.hopSeconds() / BandEnergies.HOP_SECONDS);
        double[] voiced =
                IntStream.range(0, pitch.frames())
                        .filter(pitch::voiced)
                        .mapToDouble(f -> sonorant[Math.min(f * frames, sonorant.length - 1)])
                        .toArray();
        return voiced.length == 0 ? Double.POSITIVE_INFINITY : Percentile.median(voiced);
    }

    /// Whether it hisses more than it does beside: where all hisses, nothing is an ess.
    private static boolean standsOut(double[] hiss, RecordedSpan span) {
        int from = (int) Math.round(span.startSeconds() / BandEnergies.HOP_SECONDS);
        int to = (int) Math.round(span.endSeconds() / BandEnergies.HOP_SECONDS);
        int beside = (int) Math.round(BESIDE_ESS_SECONDS / BandEnergies.HOP_SECONDS);
        double inside = Arrays.stream(hiss, from, to).average().orElseThrow();
        double around =
                Arrays.stream(hiss, Math.max(0, from - beside), Math.min(hiss.length, to + beside))
                        .min()
                        .orElseThrow();
        return inside > around + ESS_ABOVE_BESIDE_DECIBELS;
    }

    private static List<RecordedSpan> runs(int count, Frames frames, double hopSeconds) {
        List<RecordedSpan> runs = new ArrayList<>();
        int start = -1;
        for (int f = 0; f <= count; f++) {
            boolean has = f < count && frames.has(f);
            if (has && start < 0) {
                start = f;
            } else if (!has && start >= 0) {
                runs.add(new RecordedSpan(start * hopSeconds, f * hopSeconds));
                start = -1;
            }
        }
        return runs;
    }
}
