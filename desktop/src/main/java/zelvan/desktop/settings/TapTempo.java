package zelvan.desktop.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zelvan.units.TempoMap;

/// A tempo tapped along with the song.
final class TapTempo {
    /// Who waits longer than this begins anew.
    private static final double LONGEST_SECONDS = 2.5;

    private static final int FEWEST_TAPS = 3;

    private final List<Double> taps = new ArrayList<>();

    /// @param seconds of the song at the moment of the tap
    /// @return the tempo, as soon as there are enough taps to tell
    public Optional<TempoMap> tap(double seconds, int beatsPerBar) {
        boolean goesOn =
                !taps.isEmpty()
                        && seconds > taps.getLast()
                        && seconds - taps.getLast() < LONGEST_SECONDS;
        if (!goesOn) {
            taps.clear();
        }
        taps.add(seconds);
        return taps.size() < FEWEST_TAPS
                ? Optional.empty()
                : Optional.of(TempoMap.tapped(taps, beatsPerBar));
    }
}
