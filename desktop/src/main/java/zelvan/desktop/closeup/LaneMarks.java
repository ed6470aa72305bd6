package zelvan.desktop.closeup;

import java.util.function.DoubleUnaryOperator;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.Text;
import javafx.scene.text.TextAlignment;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.desk.Viewport;
import zelvan.desktop.theme.Palette;
import zelvan.desktop.theme.Theme;
import zelvan.units.RecordedSpan;

/// What is painted on a lane through whatever lens.
public final class LaneMarks {
    private LaneMarks() {}

    /// Whose it is.
    public static void name(GraphicsContext g, Palette colours, Lane lane) {
        Text text = new Text(lane.voice().name());
        text.setFont(Theme.strongFont(12));
        g.setFill(colours.surface().deriveColor(0, 1, 1, 0.8));
        g.fillRect(4, lane.top() + 3, text.getLayoutBounds().getWidth() + 8, 17);
        g.setFill(lane.isGuide() ? colours.guide() : colours.text());
        g.setFont(text.getFont());
        g.setTextAlign(TextAlignment.LEFT);
        g.setTextBaseline(VPos.CENTER);
        g.fillText(text.getText(), 8, lane.top() + 11.5);
    }

    /// What is dragged out.
    public static void range(
            GraphicsContext g,
            Palette colours,
            Focus focus,
            Viewport view,
            Lane lane,
            DoubleUnaryOperator shown,
            double width) {
        if (focus instanceof Focus.OnRange(String voiceId, RecordedSpan span)
                && voiceId.equals(lane.voice().id())) {
            double x = view.x(shown.applyAsDouble(span.startSeconds()), width);
            double end = view.x(shown.applyAsDouble(span.endSeconds()), width);
            g.setFill(colours.accent().deriveColor(0, 1, 1, 0.16));
            g.fillRect(x, lane.top() + 1, end - x, lane.height() - 2);
            g.setStroke(colours.accent());
            g.strokeLine(x, lane.top() + 1, x, lane.top() + lane.height() - 2);
            g.strokeLine(end, lane.top() + 1, end, lane.top() + lane.height() - 2);
        }
    }
}
