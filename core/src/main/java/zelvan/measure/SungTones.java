package zelvan.measure;

import java.util.ArrayList;
import java.util.List;
import zelvan.analysis.Note;
import zelvan.tuning.ToneSet;
import zelvan.units.Pitch;

/// Which of the twelve tones guide and voice sing around a moment: what a note there is heard
/// against, whatever key the song is in at that time.
final class SungTones {
    private static final double AROUND_SECONDS = 25;

    /// What takes a smaller share of the time is passed through, or a slip.
    private static final double LEAST_SHARE = 0.04;

    private final List<Sung> all;

    private record Sung(double guideSeconds, int pitchClass, double seconds) {}

    private SungTones(List<Sung> all) {
        this.all = all;
    }

    /// @param songCents by which the song's tones lie above those of A4 = 440 Hz
    static SungTones of(Followed voice, double songCents) {
        List<Sung> all = new ArrayList<>();
        for (Note note : voice.guide().notes()) {
            all.add(sung(note, note.span().middleSeconds(), songCents));
        }
        for (Note note : voice.tuning().notes()) {
            double guideSeconds = voice.alignment().guideSecondsAt(note.span().middleSeconds());
            all.add(sung(note, guideSeconds, songCents));
        }
        return new SungTones(all);
    }

    private static Sung sung(Note note, double guideSeconds, double songCents) {
        double midi = midi(note.hertz(), songCents);
        return new Sung(
                guideSeconds,
                Math.floorMod(Math.round(midi), ToneSet.CLASSES),
                note.span().seconds());
    }

    /// The note of a pitch, with its fraction, as high as the song has them.
    static double midi(double hertz, double songCents) {
        return Pitch.midiNoteOf(hertz) - songCents / 100;
    }

    /// All half tones where hardly anything is sung.
    ToneSet around(double guideSeconds) {
        double[] seconds = new double[ToneSet.CLASSES];
        double sum = 0;
        for (Sung sung : all) {
            if (Math.abs(sung.guideSeconds - guideSeconds) < AROUND_SECONDS) {
                seconds[sung.pitchClass] += sung.seconds;
                sum += sung.seconds;
            }
        }
        int classes = 0;
        for (int c = 0; c < seconds.length; c++) {
            if (seconds[c] > LEAST_SHARE * sum) {
                classes |= 1 << c;
            }
        }
        return classes == 0 ? ToneSet.ALL : new ToneSet(classes);
    }
}
