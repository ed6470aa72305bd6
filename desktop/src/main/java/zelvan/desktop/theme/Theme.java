package zelvan.desktop.theme;

import atlantafx.base.theme.PrimerDark;
import atlantafx.base.theme.PrimerLight;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Objects;
import javafx.application.Application;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Alert;
import javafx.scene.control.ButtonType;
import javafx.scene.control.DialogPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.text.Font;
import javafx.scene.text.FontWeight;
import org.kordamp.ikonli.feather.Feather;
import org.kordamp.ikonli.javafx.FontIcon;

/// Puts colours, type and icons to work.
public final class Theme {
    private static final String FAMILY = "IBM Plex Sans";
    private static final String[] FONTS = {"Regular", "Medium", "SemiBold"};

    private final ObjectProperty<Palette> palette = new SimpleObjectProperty<>(Palette.DARK);

    public Theme() {
        for (String weight : FONTS) {
            try (InputStream font =
                    Theme.class.getResourceAsStream("IBMPlexSans-" + weight + ".ttf")) {
                Font.loadFont(
                        Objects.requireNonNull(font, "the fonts are shipped with the program"), 13);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    /// The colours in force.
    public ObjectProperty<Palette> palette() {
        return palette;
    }

    /// Type for the painted views; never below 11 px.
    public static Font font(double size) {
        return Font.font(FAMILY, Math.max(11, size));
    }

    public static Font strongFont(double size) {
        return Font.font(FAMILY, FontWeight.SEMI_BOLD, Math.max(11, size));
    }

    /// An icon in the colour of the text around it.
    public static FontIcon icon(Feather icon) {
        FontIcon node = FontIcon.of(icon, 16);
        node.getStyleClass().add("icon");
        return node;
    }

    /// Dresses a scene, now and whenever the colours change.
    public void dress(Scene scene) {
        String sheet =
                Objects.requireNonNull(Theme.class.getResource("zelvan.css")).toExternalForm();
        scene.getStylesheets().add(sheet);
        palette.subscribe(colours -> {
            boolean dark = colours == Palette.DARK;
            Application.setUserAgentStylesheet(
                    dark
                            ? new PrimerDark().getUserAgentStylesheet()
                            : new PrimerLight().getUserAgentStylesheet());
            scene.getRoot().getStyleClass().removeAll("dark", "light");
            scene.getRoot().getStyleClass().add(dark ? "dark" : "light");
        });
    }

    /// A sheet over the window, with margins, its text whole at any size of type.
    ///
    /// @param id for tests and automation
    public Alert sheet(String id, String title, Node content, ButtonType... buttons) {
        Alert sheet = new Alert(Alert.AlertType.NONE, "", buttons);
        StackPane margins = new StackPane(content);
        margins.setPadding(new Insets(18, 20, 10, 20));
        DialogPane pane = sheet.getDialogPane();
        pane.setId(id);
        pane.setContent(margins);
        pane.getStyleClass().add("sheet");
        pane.setMinSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
        if (palette.get() != Palette.DARK) {
            pane.getStyleClass().add("light");
        }
        sheet.setTitle(title);
        return sheet;
    }

    public void toggle() {
        palette.set(palette.get() == Palette.DARK ? Palette.LIGHT : Palette.DARK);
    }
}
