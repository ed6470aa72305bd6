package zelvan.bench.takes;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import zelvan.dsp.Percentile;
import zelvan.measure.TakeFigures;
import zelvan.singers.Performance.Moment;
import zelvan.singers.TakeTrials.Fault;
import zelvan.singers.TakeTrials.SungTake;
import zelvan.units.Pitch;

/// What a phrase of a take really was like, by what its singer did.
final class TrueFigures {
    private static final double STEP_SECONDS = 0.001;
    private static final double WRONG_SECONDS = 0.5;
    private static final double MISSING_SECONDS = 2;
    private static final double NOISE_DECIBELS = 10;
    private static final double SUNG = 0.5;

    private final SungTake guide;
    private final SungTake take;

    TrueFigures(SungTake guide, SungTake take) {
        this.guide = guide;
        this.take = take;
    }

    TakeFigures of(String label) {
        Fault fault = take.faults().get(label);
        if (fault == Fault.MISSING) {
            return new TakeFigures(0, 0, 0, 0, MISSING_SECONDS, 0, 0, 0, 0, 0);
        }
        Map<String, Double> own = seconds(take, label);
        List<Moment> lead =
                moments(guide, label).stream().filter(m -> own.containsKey(m.id())).toList();
        double[] late =
                lead.stream()
                        .mapToDouble(m -> own.getOrDefault(m.id(), 0.0) - m.seconds())
                        .toArray();
        double placed = Percentile.median(late);
        return new TakeFigures(
                placed,
                Arrays.stream(late).map(l -> Math.abs(l - placed)).average().orElse(0),
                cents(lead, own),
                0,
                0,
                fault == Fault.WRONG_WORD ? WRONG_SECONDS : 0,
                fault == Fault.NOISE ? NOISE_DECIBELS : 0,
                0,
                0,
                0);
    }

    private static List<Moment> moments(SungTake sung, String label) {
        return sung.performance().moments().stream()
                .filter(m -> m.id().startsWith(label + "/"))
                .toList();
    }

    private static Map<String, Double> seconds(SungTake sung, String label) {
        return moments(sung, label).stream().collect(Collectors.toMap(Moment::id, Moment::seconds));
    }

    /// How far each syllable's pitch is from the guide's, weighed by its length.
    private double cents(List<Moment> lead, Map<String, Double> own) {
        double sum = 0;
        int count = 0;
        for (int i = 0; i + 1 < lead.size(); i++) {
            if (lead.get(i).kind().equals("vowel")) {
                double[] apart = apart(lead.get(i), lead.get(i + 1), own);
                if (apart.length > 0) {
                    sum += Math.abs(Percentile.median(apart)) * apart.length;
                    count += apart.length;
                }
            }
        }
        return count == 0 ? 0 : sum / count;
    }

    private double[] apart(Moment from, Moment to, Map<String, Double> own) {
        double ownFrom = own.getOrDefault(from.id(), 0.0);
        double pace = (own.getOrDefault(to.id(), 0.0) - ownFrom) / (to.seconds() - from.seconds());
        int steps = (int) ((to.seconds() - from.seconds()) / STEP_SECONDS);
        return IntStream.range(0, steps)
                .mapToDouble(k ->
                        apart(from.seconds() + k * STEP_SECONDS, ownFrom + pace * k * STEP_SECONDS))
                .filter(c -> !Double.isNaN(c))
                .toArray();
    }

    private double apart(double guideSeconds, double takeSeconds) {
        int lead = (int) (guideSeconds / STEP_SECONDS);
        int own = (int) (takeSeconds / STEP_SECONDS);
        boolean sung =
                lead < guide.hertz().length
                        && own < take.hertz().length
                        && guide.voicing()[lead] > SUNG
                        && take.voicing()[own] > SUNG;
        return sung ? Pitch.centsBetween(guide.hertz()[lead], take.hertz()[own]) : Double.NaN;
    }
}
