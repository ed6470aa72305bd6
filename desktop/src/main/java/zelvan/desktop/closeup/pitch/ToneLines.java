package zelvan.desktop.closeup.pitch;

import java.util.List;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.desk.Viewport;
import zelvan.desktop.theme.Palette;
import zelvan.desktop.theme.Theme;
import zelvan.tuning.Chord;
import zelvan.tuning.Harmony;
import zelvan.tuning.Key;
import zelvan.tuning.ToneSet;
import zelvan.units.Pitch;

/// Paints the tones of key and chords behind the curves, and their names beside them.
record ToneLines(GraphicsContext g, Palette colours, PitchScale scale, Harmony harmony) {
    private static final double NAMES_APART = 13;

    /// Whether a tone belongs to the key; all do if there is none.
    private boolean inKey(int midiNote) {
        return harmony.key().map(Key::tones).map(tones -> tones.contains(midiNote)).orElse(true);
    }

    private double y(int midiNote) {
        return scale.y(PitchScale.centsOf(midiNote));
    }

    private void line(int midiNote, double x, double end) {
        double y = Math.rint(y(midiNote)) + 0.5;
        g.strokeLine(x, y, end, y);
    }

    /// A line for each tone of the key.
    void key(double width) {
        g.setStroke(colours.line().deriveColor(0, 1, 1, 0.8));
        for (int note : scale.notes()) {
            if (inKey(note)) {
                line(note, PitchPainter.RULER_WIDTH, width);
            }
        }
    }

    /// A stronger line for each tone of a chord, as long as it holds.
    void chords(Viewport view, double width) {
        g.setStroke(colours.quiet().deriveColor(0, 1, 1, 0.55));
        List<Harmony.Change> chords = harmony.chords();
        for (int i = 0; i < chords.size(); i++) {
            boolean last = i + 1 == chords.size();
            double next = last ? width : view.x(chords.get(i + 1).seconds(), width) - 2;
            double x =
                    Math.max(PitchPainter.RULER_WIDTH, view.x(chords.get(i).seconds(), width) + 1);
            double end = Math.min(width, next);
            ToneSet tones = chords.get(i).chord().tones();
            for (int note : scale.notes()) {
                if (end > x && tones.contains(note)) {
                    line(note, x, end);
                }
            }
        }
    }

    /// Names of tones: those of the key, and stronger those of the chord that sounds.
    void ruler(Optional<Chord> sounding, double height) {
        g.setFill(colours.surface());
        g.fillRect(0, Lane.RULER_HEIGHT, PitchPainter.RULER_WIDTH - 2, height - Lane.RULER_HEIGHT);
        g.setTextAlign(TextAlignment.RIGHT);
        g.setTextBaseline(VPos.CENTER);
        Optional<ToneSet> chord = sounding.map(Chord::tones);
        double last = Double.POSITIVE_INFINITY;
        for (int note : scale.notes()) {
            boolean inChord = chord.map(tones -> tones.contains(note)).orElse(false);
            double y = y(note);
            boolean fits = last - y >= NAMES_APART && y >= Lane.RULER_HEIGHT + 8 && y <= height - 6;
            if (fits && (inChord || inKey(note))) {
                last = y;
                g.setFont(inChord ? Theme.strongFont(11) : Theme.font(11));
                g.setFill(inChord ? colours.text() : colours.quiet());
                g.fillText(
                        Pitch.nameOf(Pitch.hertzOfMidiNote(note)), PitchPainter.RULER_WIDTH - 8, y);
            }
        }
    }
}
