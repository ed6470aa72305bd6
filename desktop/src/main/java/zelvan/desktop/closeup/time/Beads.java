package zelvan.desktop.closeup.time;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import zelvan.align.Anchor;
import zelvan.analysis.LandmarkKind;
import zelvan.desktop.theme.Palette;

/// The beads of a lane: round where a vowel begins, pointed at a consonant, upright at an end. What
/// the user has set stands out, what is held has a ring, what is doubtful is hollow.
///
/// Those that look the same are one path, as the [Threads] are.
final class Beads {
    static final double RADIUS = 4.5;

    private static final double RING_PIXELS = 3;
    private static final double RIM_PIXELS = 2;
    private static final double BAR_PIXELS = 2;

    /// How beads look.
    private record Look(LandmarkKind kind, boolean byUser) implements Comparable<Look> {
        @Override
        public int compareTo(Look other) {
            int byKind = kind.compareTo(other.kind);
            return byKind != 0 ? byKind : Boolean.compare(byUser, other.byUser);
        }
    }

    private final double y;
    private final Map<Look, List<Double>> shapes = new TreeMap<>();
    private final List<Double> rings = new ArrayList<>();
    private final List<Double> hollows = new ArrayList<>();

    /// @param y of all of them, pixels down
    Beads(double y) {
        this.y = y;
    }

    void add(Bead bead, double x, boolean doubtful) {
        boolean byUser = bead.anchor().map(Anchor::byUser).orElse(false);
        Look look = new Look(bead.kind().orElse(LandmarkKind.VOWEL), byUser);
        shapes.computeIfAbsent(look, none -> new ArrayList<>()).add(x);
        if (bead.anchor().map(Anchor::held).orElse(false)) {
            rings.add(x);
        } else if (doubtful && !byUser) {
            hollows.add(x);
        }
    }

    /// @param lane the colour of the lane
    void paint(GraphicsContext g, Palette colours, Color lane) {
        shapes.forEach((look, places) -> {
            g.setFill(look.byUser ? colours.accent() : lane.interpolate(colours.text(), 0.35));
            g.setStroke(colours.surface());
            g.beginPath();
            places.forEach(x -> outline(g, look.kind, x));
            g.fill();
            g.stroke();
        });
        g.setStroke(colours.accent());
        g.beginPath();
        rings.forEach(x -> circle(g, x, RADIUS + RING_PIXELS));
        g.stroke();
        g.setFill(colours.surface());
        g.beginPath();
        hollows.forEach(x -> circle(g, x, RADIUS - RIM_PIXELS));
        g.fill();
    }

    private void outline(GraphicsContext g, LandmarkKind kind, double x) {
        switch (kind) {
            case VOWEL -> circle(g, x, RADIUS);
            case CONSONANT -> {
                g.moveTo(x - RADIUS, y);
                g.lineTo(x, y - RADIUS);
                g.lineTo(x + RADIUS, y);
                g.lineTo(x, y + RADIUS);
                g.closePath();
            }
            case RELEASE ->
                    g.rect(
                            x - BAR_PIXELS,
                            y - RADIUS - BAR_PIXELS,
                            2 * BAR_PIXELS,
                            2 * (RADIUS + BAR_PIXELS));
        }
    }

    private void circle(GraphicsContext g, double x, double radius) {
        g.moveTo(x + radius, y);
        g.arc(x, y, radius, radius, 0, 360);
        g.closePath();
    }
}
