package zelvan.measure;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import zelvan.analysis.Note;
import zelvan.analysis.VoiceAnalysis;
import zelvan.dsp.Percentile;
import zelvan.tuning.Key;
import zelvan.tuning.MatchedPitch;
import zelvan.tuning.ToneSet;
import zelvan.units.GuideSpan;
import zelvan.units.Pitch;
import zelvan.units.Search;

/// Notes that are heard out of tune, of each phrase the plainest, and phrases in another octave
/// than the rest of the voice.
///
/// A voice in unison is compared with the guide, in whatever octave; any other with those of its
/// stack that sing the same note, or where there are not enough with the half tones, as high as the
/// guide has them. Where it is far from all of them, it was meant to be one that is sung around it
/// by guide and voice, or one of the key if the user has said it. (A key that was found is one for
/// the whole song, and songs change theirs.)
final class PitchFlaws {
    /// Less of the guide than this says nothing of a note.
    private static final int FEWEST_FRAMES = 6;

    /// A note this far from the guide's is another note, and no matter of tuning.
    private static final double FARTHEST_CENTS = 250;

    /// A phrase this far from a whole octave away is another line.
    private static final double OCTAVE_CENTS = 300;

    private static final double OCTAVE_PLAINNESS = 6;

    /// In which octave a voice sings as a rule is known from every so many frames.
    private static final int OF_A_VOICE_STRIDE = 10;

    /// Those of a stack that are no further apart sing the same note.
    private static final double SAME_NOTE_CENTS = 120;

    private static final int FEWEST_MATES = 2;

    /// A note this near to a half tone is that one, also if nobody else sings it.
    private static final double IN_TUNE_CENTS = 25;

    private final Followed voice;
    private final MatchedPitch pitch;
    private final List<Followed> mates;
    private final double songCents;
    private final SungTones tones;
    private final double usualCents;

    PitchFlaws(Followed voice, MatchedPitch pitch, List<Followed> mates) {
        this.mates = mates;
        this.voice = voice;
        this.pitch = pitch;
        songCents = songCents();
        tones = SungTones.of(voice, songCents);
        usualCents = median(apart(0, pitch.frames(), OF_A_VOICE_STRIDE)).orElse(0);
    }

    /// By how much the guide's half tones lie above those of A4 = 440 Hz.
    private double songCents() {
        double[] off =
                voice.guide().notes().stream()
                        .mapToDouble(n -> Pitch.midiNoteOf(n.hertz()))
                        .map(midi -> 100 * (midi - Math.rint(midi)))
                        .toArray();
        return off.length == 0 ? 0 : Percentile.midmean(off);
    }

    List<Flaw> in(GuideSpan phrase) {
        int from = pitch.firstFrom(phrase.startSeconds());
        int to = pitch.firstFrom(phrase.endSeconds());
        List<Flaw> flaws = new ArrayList<>();
        Optional<Flaw> octave = octave(phrase, from, to);
        octave.ifPresent(flaws::add);
        if (octave.isEmpty()) {
            plainestNote(from, to).ifPresent(flaws::add);
        }
        return flaws;
    }

    private Optional<Flaw> octave(GuideSpan phrase, int from, int to) {
        OptionalDouble here = median(apart(from, to, 1));
        if (here.isEmpty() || voice.keepsPitchAt(0.5 * (from + to) * VoiceAnalysis.HOP_SECONDS)) {
            return Optional.empty();
        }
        double apart = here.getAsDouble() - usualCents;
        double octaves = Math.rint(apart / Pitch.CENTS_PER_OCTAVE);
        boolean whole = Math.abs(apart - octaves * Pitch.CENTS_PER_OCTAVE) < OCTAVE_CENTS;
        return octaves != 0 && whole
                ? Optional.of(new Flaw(Flaw.Kind.OCTAVE, phrase, apart, OCTAVE_PLAINNESS))
                : Optional.empty();
    }

    private Optional<Flaw> plainestNote(int from, int to) {
        Flaw plainest = null;
        List<Note> notes = voice.tuning().notes();
        for (Note note : notes.subList(firstNote(notes, from), firstNote(notes, to))) {
            int first = frame(note.span().startSeconds());
            int last = Math.min(frame(note.span().endSeconds()), pitch.frames());
            if (voice.keepsPitchAt(note.span().middleSeconds())) {
                continue;
            }
            OptionalDouble off = offCents(first, last);
            if (off.isPresent() && Math.abs(off.getAsDouble()) < FARTHEST_CENTS) {
                Flaw flaw =
                        new Flaw(
                                Flaw.Kind.PITCH,
                                new GuideSpan(
                                        pitch.guideSeconds(first),
                                        pitch.guideSeconds(Math.max(first, last - 1))),
                                off.getAsDouble(),
                                Audibility.ofPitch(
                                        off.getAsDouble(), note.span().seconds(), voice.unison()));
                if (plainest == null || flaw.plainness() > plainest.plainness()) {
                    plainest = flaw;
                }
            }
        }
        return Optional.ofNullable(plainest);
    }

    /// Index of the first note whose middle is at a frame or after it.
    private static int firstNote(List<Note> notes, int frame) {
        return Search.first(notes.size(), i -> frame(notes.get(i).span().middleSeconds()) >= frame);
    }

    private static int frame(double seconds) {
        return (int) Math.round(seconds / VoiceAnalysis.HOP_SECONDS);
    }

    private OptionalDouble offCents(int from, int to) {
        double[] sounding = sounding(from, to);
        if (sounding.length < FEWEST_FRAMES) {
            return OptionalDouble.empty();
        }
        if (!voice.unison()) {
            OptionalDouble apart = offMates(Percentile.midmean(sounding), (from + to) / 2);
            if (apart.isPresent()) {
                return apart;
            }
            return OptionalDouble.of(
                    offTone(Percentile.midmean(sounding), pitch.guideSeconds((from + to) / 2)));
        }
        double[] apart = apart(from, to, 1);
        if (apart.length < FEWEST_FRAMES) {
            return OptionalDouble.empty();
        }
        double octave =
                Pitch.CENTS_PER_OCTAVE
                        * Math.rint(Percentile.median(apart) / Pitch.CENTS_PER_OCTAVE);
        return OptionalDouble.of(Percentile.median(apart) - octave);
    }

    /// Against the others that sing the same note, if there are some.
    private OptionalDouble offMates(double cents, int frame) {
        double[] same =
                mates.stream()
                        .flatMapToDouble(m -> m.soundingCents(pitch.guideSeconds(frame)).stream())
                        .filter(other -> Math.abs(other - cents) < SAME_NOTE_CENTS)
                        .toArray();
        return same.length < FEWEST_MATES
                ? OptionalDouble.empty()
                : OptionalDouble.of(cents - Percentile.median(same));
    }

    private double offTone(double centsAboveA4, double guideSeconds) {
        double midi = SungTones.midi(Pitch.A4_HERTZ * Pitch.ratio(centsAboveA4), songCents);
        double offHalfTone = 100 * (midi - Math.rint(midi));
        if (Math.abs(offHalfTone) < IN_TUNE_CENTS) {
            return offHalfTone;
        }
        ToneSet near = voice.key().map(Key::tones).orElseGet(() -> tones.around(guideSeconds));
        return 100 * (midi - near.nearest(midi));
    }

    /// The voice's pitch as it sounds now, in the frames that have one.
    private double[] sounding(int from, int to) {
        double[] cents = new double[Math.max(0, to - from)];
        int count = 0;
        for (int f = from; f < to; f++) {
            if (!Double.isNaN(pitch.ownCents(f))) {
                cents[count++] = voice.soundingCents(pitch, f);
            }
        }
        return Arrays.copyOf(cents, count);
    }

    /// The voice's pitch against the guide's, as both sound now, in the frames in which both have
    /// one.
    private double[] apart(int from, int to, int stride) {
        double[] cents = new double[Math.ceilDiv(Math.max(0, to - from), stride)];
        int count = 0;
        for (int f = from; f < to; f += stride) {
            double apart = voice.soundingCents(pitch, f) - pitch.guideCents(f);
            if (!Double.isNaN(apart)) {
                cents[count++] = apart;
            }
        }
        return Arrays.copyOf(cents, count);
    }

    private static OptionalDouble median(double[] values) {
        return values.length < FEWEST_FRAMES
                ? OptionalDouble.empty()
                : OptionalDouble.of(Percentile.median(values));
    }
}
