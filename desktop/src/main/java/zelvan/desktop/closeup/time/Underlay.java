package zelvan.desktop.closeup.time;

import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.DoubleStream;
import javafx.scene.canvas.GraphicsContext;
import zelvan.analysis.Outline;
import zelvan.audio.SoundFile;
import zelvan.derived.DerivedVoice;
import zelvan.desktop.closeup.Ribbon;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Findings;
import zelvan.desktop.desk.Viewport;
import zelvan.desktop.desk.Waves;
import zelvan.desktop.theme.Palette;
import zelvan.units.Curve;

/// Another track under the guide, to look at it beside that and to snap to it.
///
/// @param made what was derived for it
/// @param onsets where notes begin in it, as recorded, increasing; none as long as nobody knows
/// @param waves the peaks of what is looked at
record Underlay(DerivedVoice made, Outline outline, List<Double> onsets, Waves waves) {
    /// It reaches beyond the guide's ribbon.
    private static final double HEIGHT_OF_RIBBON = 1.3;

    private static final double ONSET_PIXELS = 7;

    static Optional<Underlay> of(Desk desk) {
        Optional<DerivedVoice> made =
                desk.sight().laidUnder().get().flatMap(id -> desk.derived().get().voice(id));
        return made.flatMap(DerivedVoice::outline)
                .map(outline ->
                        new Underlay(
                                made.get(),
                                outline,
                                onsets(desk.findings(), made.get()),
                                desk.sight().waves()));
    }

    private static List<Double> onsets(Findings findings, DerivedVoice made) {
        return made.file().map(f -> findings.onsetsOf(f.sha256())).orElse(List.of());
    }

    private DoubleUnaryOperator sounds() {
        return made.timing().map()::outputSecondsAt;
    }

    /// Where notes begin, in the song's time.
    DoubleStream onsets(double fromSeconds, double toSeconds) {
        return onsets.stream()
                .mapToDouble(sounds()::applyAsDouble)
                .filter(s -> s >= fromSeconds && s < toSeconds);
    }

    /// @param top of the guide's lane, pixels
    /// @param centre of the guide's ribbon, pixels
    /// @param half of its height
    void paint(
            GraphicsContext g,
            Palette colours,
            Viewport view,
            double width,
            double top,
            double centre,
            double half) {
        double reach = half * HEIGHT_OF_RIBBON;
        new Ribbon(g, view, width, centre, reach, sounds(), Curve.NONE)
                .paint(
                        outline,
                        made.file().map(SoundFile::sound),
                        waves,
                        List.of(),
                        colours.accent().deriveColor(0, 1, 1, 0.3),
                        colours.surface());
        g.setFill(colours.accent());
        onsets(view.startSeconds(), view.endSeconds())
                .map(s -> view.x(s, width))
                .forEach(x -> g.fillRect(x - 1, top, 2, ONSET_PIXELS));
    }
}
