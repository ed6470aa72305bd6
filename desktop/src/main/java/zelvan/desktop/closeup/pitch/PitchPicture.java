package zelvan.desktop.closeup.pitch;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Viewport;
import zelvan.dsp.Percentile;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.tuning.TuningSettings;

/// What is seen through the Pitch lens, for whoever paints and whoever points.
///
/// @param guide its line, if there is a guide
/// @param voices theirs, the first on top of the list
record PitchPicture(Optional<PitchLine> guide, List<PitchLine> voices, PitchScale scale) {
    private static final double FAN_PIXELS = 26;

    /// What the names of the voices take at the top: no curve lies under them.
    private static final double NAMES_PIXELS = 18;

    private static final int SAMPLES_A_VOICE = 200;
    private static final double MISHEARD_PERCENT = 1.5;

    /// @param locked 0 as recorded, 1 as edited
    /// @param fan whether voices that lie on each other are pulled apart
    static PitchPicture of(Desk desk, double height, double locked, boolean fan) {
        Session session = desk.session();
        List<PitchLine> voices = new ArrayList<>();
        Optional<PitchLine> guide = Optional.empty();
        for (Lane lane : Lane.of(desk.now(), height)) {
            if (lane.made().analysis().isEmpty()) {
                continue;
            }
            if (lane.isGuide()) {
                guide = Optional.of(new PitchLine(lane, TuningSettings.OFF, 0, locked, 0));
            } else {
                Voice voice = lane.voice();
                TuningSettings settings = TuningSettings.of(session.settingsOf(voice));
                double lift = fan ? FAN_PIXELS * (voices.size() + 1) : 0;
                int place =
                        (int)
                                voices.stream()
                                        .filter(v -> v.lane().stackIndex() == lane.stackIndex())
                                        .count();
                voices.add(new PitchLine(lane, settings, place, locked, lift));
            }
        }
        List<PitchLine> all = new ArrayList<>(voices);
        guide.ifPresent(all::add);
        double[] cents = inSight(all, desk.sight().viewport().get());
        double top = Lane.RULER_HEIGHT + NAMES_PIXELS + (fan ? FAN_PIXELS * voices.size() : 0);
        PitchScale scale =
                desk.sight()
                        .pitchRange()
                        .get()
                        .map(range -> PitchScale.of(range, top, height - top))
                        .orElseGet(() -> PitchScale.around(cents, top, height - top));
        return new PitchPicture(guide, voices, scale);
    }

    /// The lines whose notes can be taken: those of the voices, and the guide's where it is picked
    /// to be worked on.
    List<PitchLine> workedOn(Selection selection) {
        List<PitchLine> lines = new ArrayList<>(voices);
        guide.filter(g -> selection.has(g.lane().voice().id())).ifPresent(lines::add);
        return lines;
    }

    /// The lowest and the highest that each voice sings in sight, but for what is misheard for a
    /// moment: a voice that sings little has its place like one that sings all the time.
    private static double[] inSight(List<PitchLine> lines, Viewport view) {
        return lines.stream().flatMapToDouble(line -> range(line, view)).toArray();
    }

    private static DoubleStream range(PitchLine line, Viewport view) {
        int from = line.frameAt(view.startSeconds());
        int to = line.frameAt(view.endSeconds());
        int stride = Math.max(1, (to - from) / SAMPLES_A_VOICE);
        double[] cents =
                IntStream.iterate(from, f -> f <= to, f -> f + stride)
                        .mapToDouble(line::centsAt)
                        .filter(c -> !Double.isNaN(c))
                        .toArray();
        return cents.length == 0
                ? DoubleStream.empty()
                : DoubleStream.of(
                        Percentile.of(cents, MISHEARD_PERCENT),
                        Percentile.of(cents, 100 - MISHEARD_PERCENT));
    }
}
