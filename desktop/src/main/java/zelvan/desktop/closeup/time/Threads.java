package zelvan.desktop.closeup.time;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import zelvan.desktop.theme.Palette;
import zelvan.measure.Hearing;

/// The threads of a lane, from the guide's moments to its beads: the farther off a bead is heard,
/// the stronger, in the colour of early or late; dashed where the match is doubtful.
///
/// Those that look the same are one path: the toolkit outlines and fills each shape by itself, and
/// a lane of a dense song has dozens.
final class Threads {
    /// How many degrees of being off look different.
    private static final int DEGREES = 8;

    private static final double DASH_PIXELS = 3;

    /// How threads look.
    ///
    /// @param degree 0 where nobody hears the bead as off
    private record Look(int degree, boolean early, boolean doubtful) {
        private static final Comparator<Look> QUIET_FIRST =
                Comparator.comparingInt(Look::degree)
                        .thenComparing(Look::early)
                        .thenComparing(Look::doubtful);

        static Look of(double offsetSeconds, boolean doubtful) {
            double beyond = Math.abs(offsetSeconds) - Hearing.NOTICEABLE_SECONDS;
            double share = Math.clamp(beyond / Hearing.ENSEMBLE_SECONDS, 0, 1);
            int degree = (int) Math.ceil(DEGREES * share);
            return new Look(degree, degree > 0 && offsetSeconds < 0, doubtful);
        }

        void apply(GraphicsContext g, Palette colours) {
            double share = (double) degree / DEGREES;
            Color off = early ? colours.early() : colours.late();
            g.setStroke(
                    degree > 0
                            ? colours.quiet().interpolate(off, Math.min(1, 0.35 + share))
                            : colours.quiet().deriveColor(0, 1, 1, 0.6));
            g.setLineWidth(degree > 0 ? 1.4 + share : 1);
            if (doubtful) {
                g.setLineDashes(DASH_PIXELS, DASH_PIXELS);
            } else {
                g.setLineDashes();
            }
        }
    }

    private record Line(double beadX, double endX, double endY) {}

    private final double guideY;
    private final double beadY;
    private final double left;
    private final double right;
    private final Map<Look, List<Line>> lines = new TreeMap<>(Look.QUIET_FIRST);

    /// @param guideY where threads begin, pixels down
    /// @param beadY where the beads are
    /// @param left what lies further to the left is out of sight
    /// @param right what lies further to the right
    Threads(double guideY, double beadY, double left, double right) {
        this.guideY = guideY;
        this.beadY = beadY;
        this.left = left;
        this.right = right;
    }

    /// @param guideX the guide's moment; may be far out of sight
    /// @param beadX in sight
    void add(double offsetSeconds, boolean doubtful, double guideX, double beadX) {
        // As far as it is in sight: one to a moment that is far off would be dashed all the way.
        double endX = Math.clamp(guideX, left, right);
        double along = endX == guideX ? 1 : (endX - beadX) / (guideX - beadX);
        lines.computeIfAbsent(Look.of(offsetSeconds, doubtful), look -> new ArrayList<>())
                .add(new Line(beadX, endX, beadY + along * (guideY - beadY)));
    }

    void paint(GraphicsContext g, Palette colours) {
        lines.forEach((look, alike) -> {
            look.apply(g, colours);
            g.beginPath();
            for (Line line : alike) {
                g.moveTo(line.beadX, beadY);
                g.lineTo(line.endX, line.endY);
            }
            g.stroke();
        });
        g.setLineDashes();
        g.setLineWidth(1);
    }
}
