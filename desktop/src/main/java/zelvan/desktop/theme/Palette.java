package zelvan.desktop.theme;

import java.util.List;
import javafx.scene.paint.Color;

/// The colours of the painted views, by role. The stylesheet has the same roles for everything
/// else.
///
/// Text on `surface` and `raised` has a contrast of at least 4.5 : 1 (WCAG 2.2, 1.4.3). Early and
/// late are the two ends of one diverging scale, blue and orange, which colour-blind eyes tell
/// apart (common practice).
///
/// @param surface behind everything
/// @param raised behind what stands out a little
/// @param line borders and rulers
/// @param text what is read
/// @param quiet what is read second
/// @param guide the guide, everywhere
/// @param early too early
/// @param late too late
/// @param accent what is selected or playing
/// @param hues one for each stack
public record Palette(
        Color surface,
        Color raised,
        Color line,
        Color text,
        Color quiet,
        Color guide,
        Color early,
        Color late,
        Color accent,
        List<Color> hues) {
    public static final Palette DARK =
            new Palette(
                    Color.web("#12181b"),
                    Color.web("#1a2327"),
                    Color.web("#2b383e"),
                    Color.web("#e2e9eb"),
                    Color.web("#93a5ac"),
                    Color.web("#e9e3d2"),
                    Color.web("#5fb0e6"),
                    Color.web("#f0a04b"),
                    Color.web("#d9f26b"),
                    List.of(
                            Color.web("#8fbf9f"),
                            Color.web("#b8a1de"),
                            Color.web("#dba0b4"),
                            Color.web("#c7b766"),
                            Color.web("#7cc0c4")));

    public static final Palette LIGHT =
            new Palette(
                    Color.web("#f6f7f4"),
                    Color.web("#e9ecea"),
                    Color.web("#cdd4d3"),
                    Color.web("#1d2629"),
                    Color.web("#55646a"),
                    Color.web("#4a4534"),
                    Color.web("#1f6fa8"),
                    Color.web("#b3590a"),
                    Color.web("#5a7300"),
                    List.of(
                            Color.web("#3f7d55"),
                            Color.web("#6d50a8"),
                            Color.web("#a04867"),
                            Color.web("#7a6a10"),
                            Color.web("#22757a")));

    public Palette {
        hues = List.copyOf(hues);
    }

    /// The colour of the stack at a place in the session.
    public Color hue(int stackIndex) {
        return hues.get(Math.floorMod(stackIndex, hues.size()));
    }

    /// The colour of one voice where those of a stack have to be told apart: its stack's, in
    /// another shade for each.
    ///
    /// @param place among the voices of its stack
    public Color shade(int stackIndex, int place) {
        Color hue = hue(stackIndex);
        return switch (Math.floorMod(place, 4)) {
            case 0 -> hue;
            case 1 -> hue.deriveColor(-24, 1.6, 0.82, 1);
            case 2 -> hue.deriveColor(20, 0.55, 1.15, 1);
            default -> hue.deriveColor(24, 1.5, 0.62, 1);
        };
    }
}
