package zelvan.align;

import java.util.Arrays;

/// What a way through two voices costs, row by row of the guide and of the voice.
interface Costs {
    /// More than any way that is possible.
    double FORBIDDEN = 1e9;

    /// Costs are counted in whole numbers of this part of 1.
    int UNITS = 1 << 12;

    /// What is more than this many units is forbidden.
    int FORBIDDEN_UNITS = 1 << 24;

    static int units(double cost) {
        return (int) Math.min(FORBIDDEN_UNITS, Math.rint(cost * UNITS));
    }

    static int[] units(double[] costs) {
        return Arrays.stream(costs).mapToInt(Costs::units).toArray();
    }

    int guideRows();

    int voiceRows();

    /// Of two rows belonging together: 0 if they are the same, about 1 if they have nothing in
    /// common.
    double match(int i, int j);

    /// The same of all cells of a band, a row after the other.
    default CostRows rows(Band band) {
        return (row, into, at) -> {
            int low = band.low()[row];
            for (int j = low; j <= band.high()[row]; j++) {
                into[at + j - low] = units(match(row, j));
            }
        };
    }

    /// Of row `i` of the guide being passed together with another one by one row of the voice; of
    /// this and [#lingerOfVoice] the dearer counts.
    double lingerOfGuide(int i);

    double lingerOfVoice(int j);

    /// Of the guide singing alone from row `i` on.
    double enterGuideOnly(int i);

    double enterVoiceOnly(int j);

    /// Of the guide singing alone after row `j` of the voice, which may not have come to a rest.
    double tearVoice(int j);

    /// Of the voice singing alone after row `i` of the guide.
    double tearGuide(int i);

    /// Of row `i` of the guide having no partner.
    double skipGuide(int i);

    double skipVoice(int j);

    /// Whether the voice stands at a wall after row `j`: what the guide sings beside a wall needs
    /// no partner, and costs nothing.
    boolean atWall(int j);
}
