package zelvan.desktop.sheets;

import javafx.scene.control.Alert;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.layout.VBox;
import zelvan.desktop.acts.Words;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.theme.Theme;

/// Takes the words of the song.
public final class WordsSheet {
    private static final int LINES = 14;

    private final Desk desk;
    private final Theme theme;

    public WordsSheet(Desk desk, Theme theme) {
        this.desk = desk;
        this.theme = theme;
    }

    public Alert alert() {
        TextArea words = new TextArea(String.join("\n", desk.session().words()));
        words.setId("words");
        words.setPrefRowCount(LINES);
        words.setPrefColumnCount(44);
        Label how =
                new Label(
                        "A line a phrase, in the order in which the guide sings them. A hyphen divides"
                                + " syllables: lan-terns. An underline stands for a vowel on which"
                                + " the one before it goes on: low _ _. In the close-up, drag a"
                                + " syllable to its vowel.");
        how.setWrapText(true);
        how.setMaxWidth(460);
        Alert sheet =
                theme.sheet(
                        "words-sheet",
                        "Words of the song",
                        new VBox(8, how, words),
                        ButtonType.OK,
                        ButtonType.CANCEL);
        sheet.resultProperty()
                .subscribe(answer -> {
                    if (answer == ButtonType.OK) {
                        desk.act(now -> new Words(now).set(words.getText()));
                    }
                });
        return sheet;
    }
}
