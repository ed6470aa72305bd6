package zelvan.analysis;

/// A moment at which the sound changes quickly, and how it changes: what two voices that sing the
/// same share most exactly.
///
/// @param seconds when
/// @param changeDecibels by how much each of six bands from low to high rises (falls, if negative)
public record Transition(double seconds, float[] changeDecibels) {
    Transition shiftedBy(double more) {
        return new Transition(seconds + more, changeDecibels);
    }

    /// How plain it is: the root mean square of the changes, decibels.
    public double strengthDecibels() {
        double sum = 0;
        for (float change : changeDecibels) {
            sum += change * change;
        }
        return Math.sqrt(sum / changeDecibels.length);
    }

    /// By how much the bands rise on the average, decibels; negative where they fall.
    public double riseDecibels() {
        double sum = 0;
        for (float change : changeDecibels) {
            sum += change;
        }
        return sum / changeDecibels.length;
    }

    /// How alike two changes are: the cosine between them, −1 to 1.
    public double likeness(Transition other) {
        double product = 0;
        for (int b = 0; b < changeDecibels.length; b++) {
            product += changeDecibels[b] * other.changeDecibels[b];
        }
        double norms = strengthDecibels() * other.strengthDecibels() * changeDecibels.length;
        return norms > 0 ? product / norms : 0;
    }
}
