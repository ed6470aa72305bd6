package zelvan.session;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.DoubleFunction;
import java.util.function.Function;
import zelvan.align.Anchor;
import zelvan.align.Marks;
import zelvan.analysis.OctaveShift;
import zelvan.timing.Fence;
import zelvan.timing.TimingSettings;
import zelvan.tuning.NoteEdit;
import zelvan.tuning.TuningSettings;
import zelvan.units.TimeSpan;

/// One track and what is wanted of it.
///
/// @param id unique in the session, never shown
/// @param name as the user calls it
/// @param audio its file
/// @param role what it is in the song
/// @param stackId the stack whose settings it shares; empty for the guide and the bed
/// @param timing where it departs from its stack
/// @param tuning where its pitch does
/// @param phrases where single phrases depart from that
/// @param anchors what the user has set: moments held and landmarks placed, in order. Of a voice
///   that follows, with moments of the guide as recorded; of the guide, with moments of the song
/// @param marks what the user makes of the landmarks found in it
/// @param octaves where the user says in which octave it is sung, in order
/// @param notes what is wanted of single notes, in order; they do not overlap
/// @param protections in order
/// @param strip how it is heard
public record Voice(
        String id,
        String name,
        AudioReference audio,
        Role role,
        String stackId,
        TimingDeparture timing,
        TuningDeparture tuning,
        List<PhraseDeparture> phrases,
        List<Anchor> anchors,
        Marks marks,
        List<OctaveShift> octaves,
        List<NoteEdit> notes,
        List<Protection> protections,
        Strip strip) {
    private static final double SAME_ANCHOR_SECONDS = 0.02;

    public Voice {
        phrases = List.copyOf(phrases);
        anchors = List.copyOf(anchors);
        octaves = List.copyOf(octaves);
        notes = List.copyOf(notes);
        protections = List.copyOf(protections);
        checkAnchors(anchors);
        checkOrder("phrases", phrases, PhraseDeparture::guideSpan);
        checkOrder("octaves", octaves, OctaveShift::span);
        checkOrder("notes", notes, NoteEdit::span);
        checkOrder("protections", protections, Protection::span);
    }

    /// What the user sets must not contradict itself.
    private static void checkAnchors(List<Anchor> anchors) {
        for (int i = 1; i < anchors.size(); i++) {
            Anchor before = anchors.get(i - 1);
            Anchor after = anchors.get(i);
            if (!(after.sourceSeconds() > before.sourceSeconds())
                    || !(after.guideSeconds() > before.guideSeconds())) {
                throw new InvalidPart("it contradicts the one before", "anchors", i);
            }
        }
    }

    private static <T> void checkOrder(String part, List<T> parts, Function<T, TimeSpan> span) {
        for (int i = 1; i < parts.size(); i++) {
            TimeSpan before = span.apply(parts.get(i - 1));
            TimeSpan after = span.apply(parts.get(i));
            if (before.endSeconds() > after.startSeconds()) {
                throw new InvalidPart("it overlaps the one before", part, i);
            }
        }
    }

    /// A track as it comes in: nothing is wanted of it yet.
    public static Voice of(
            String id, String name, AudioReference audio, Role role, String stackId) {
        return new Voice(
                id,
                name,
                audio,
                role,
                stackId,
                TimingDeparture.NONE,
                TuningDeparture.NONE,
                List.of(),
                List.of(),
                Marks.NONE,
                List.of(),
                List.of(),
                List.of(),
                Strip.PLAIN);
    }

    /// What one or several voices are called in a title.
    public static String names(List<Voice> voices) {
        return voices.size() == 1 ? voices.getFirst().name() : voices.size() + " voices";
    }

    /// The settings in force at a moment of the guide.
    public TimingSettings timingAt(double guideSeconds, TimingSettings ofStack) {
        TimingSettings own = timing.over(ofStack);
        int phrase = phraseAt(guideSeconds);
        return phrase < 0 ? own : phrases.get(phrase).timing().over(own);
    }

    /// The pitch settings in force, by the moment of the guide. Asked for every few milliseconds of
    /// a voice, so they are worked out once.
    public DoubleFunction<TuningSettings> tuning(TuningSettings ofStack) {
        TuningSettings own = tuning.over(ofStack);
        List<TuningSettings> inPhrases = phrases.stream().map(p -> p.tuning().over(own)).toList();
        return guideSeconds -> {
            int phrase = phraseAt(guideSeconds);
            return phrase < 0 ? own : inPhrases.get(phrase);
        };
    }

    /// −1 if nothing departs there.
    private int phraseAt(double guideSeconds) {
        for (int i = 0; i < phrases.size(); i++) {
            if (phrases.get(i).guideSpan().contains(guideSeconds)) {
                return i;
            }
        }
        return -1;
    }

    /// The stretches whose pitch must not change, in the voice's time.
    public List<TimeSpan> pitchFences() {
        return protections.stream()
                .filter(p -> p.kind().protectsPitch())
                .map(Protection::span)
                .toList();
    }

    /// The stretches whose timing must not change.
    public List<Fence> fences() {
        return protections.stream()
                .filter(p -> p.kind().protectsTiming())
                .map(p -> new Fence(p.span(), p.stays()))
                .toList();
    }

    /// What may be different in a copy.
    private static final class Copy {
        private AudioReference audio;
        private Role role;
        private String stackId;
        private TimingDeparture timing;
        private TuningDeparture tuning;
        private List<PhraseDeparture> phrases;
        private List<Anchor> anchors;
        private Marks marks;
        private List<OctaveShift> octaves;
        private List<NoteEdit> notes;
        private List<Protection> protections;
        private Strip strip;

        Copy(Voice voice) {
            audio = voice.audio;
            role = voice.role;
            stackId = voice.stackId;
            timing = voice.timing;
            tuning = voice.tuning;
            phrases = voice.phrases;
            anchors = voice.anchors;
            marks = voice.marks;
            octaves = voice.octaves;
            notes = voice.notes;
            protections = voice.protections;
            strip = voice.strip;
        }
    }

    private Voice copy(Consumer<Copy> change) {
        Copy c = new Copy(this);
        change.accept(c);
        return new Voice(
                id,
                name,
                c.audio,
                c.role,
                c.stackId,
                c.timing,
                c.tuning,
                c.phrases,
                c.anchors,
                c.marks,
                c.octaves,
                c.notes,
                c.protections,
                c.strip);
    }

    public Voice withAudio(AudioReference value) {
        return copy(c -> c.audio = value);
    }

    public Voice withRole(Role value, String stack) {
        return copy(c -> {
            c.role = value;
            c.stackId = stack;
        });
    }

    public Voice withTiming(TimingDeparture value) {
        return copy(c -> c.timing = value);
    }

    public Voice withTuning(TuningDeparture value) {
        return copy(c -> c.tuning = value);
    }

    public Voice withStrip(Strip value) {
        return copy(c -> c.strip = value);
    }

    public Voice withProtections(List<Protection> value) {
        return copy(c -> c.protections = value);
    }

    public Voice withAnchors(List<Anchor> value) {
        return copy(c -> c.anchors = value);
    }

    public Voice withMarks(Marks value) {
        return copy(c -> c.marks = value);
    }

    /// Sets or, with an empty departure, clears what is different in a phrase's timing.
    public Voice withPhrase(TimeSpan guideSpan, TimingDeparture departure) {
        return withPhrase(new PhraseDeparture(guideSpan, departure, phraseTuning(guideSpan)));
    }

    /// Sets or, with an empty departure, clears what is different in a phrase's pitch.
    public Voice withPhraseTuning(TimeSpan guideSpan, TuningDeparture departure) {
        return withPhrase(new PhraseDeparture(guideSpan, phraseTiming(guideSpan), departure));
    }

    private Voice withPhrase(PhraseDeparture departure) {
        List<PhraseDeparture> changed = new ArrayList<>(phrases);
        changed.removeIf(p -> p.guideSpan().overlaps(departure.guideSpan()));
        if (!departure.isNone()) {
            changed.add(departure);
        }
        changed.sort(Comparator.comparingDouble(p -> p.guideSpan().startSeconds()));
        return copy(c -> c.phrases = changed);
    }

    private Optional<PhraseDeparture> phrase(TimeSpan guideSpan) {
        return phrases.stream().filter(p -> p.guideSpan().overlaps(guideSpan)).findFirst();
    }

    /// What is different in a phrase's timing.
    public TimingDeparture phraseTiming(TimeSpan guideSpan) {
        return phrase(guideSpan).map(PhraseDeparture::timing).orElse(TimingDeparture.NONE);
    }

    /// What is different in a phrase's pitch.
    public TuningDeparture phraseTuning(TimeSpan guideSpan) {
        return phrase(guideSpan).map(PhraseDeparture::tuning).orElse(TuningDeparture.NONE);
    }

    /// Says in which octave something is sung; it counts from what was said of it before. None up
    /// or down says that it was heard right.
    public Voice hearing(OctaveShift shift) {
        List<OctaveShift> all = new ArrayList<>();
        for (OctaveShift before : octaves) {
            for (TimeSpan left : before.span().without(shift.span())) {
                all.add(new OctaveShift(left, before.octaves()));
            }
            if (before.span().overlaps(shift.span())) {
                all.add(
                        new OctaveShift(
                                before.span().shared(shift.span()),
                                Math.clamp(
                                        before.octaves() + shift.octaves(),
                                        -OctaveShift.MOST_OCTAVES,
                                        OctaveShift.MOST_OCTAVES)));
            }
        }
        List<TimeSpan> untouched = List.of(shift.span());
        for (OctaveShift before : octaves) {
            untouched = untouched.stream().flatMap(s -> s.without(before.span()).stream()).toList();
        }
        untouched.forEach(span -> all.add(new OctaveShift(span, shift.octaves())));
        all.sort(Comparator.comparingDouble(o -> o.span().startSeconds()));
        return copy(c -> c.octaves = all);
    }

    /// Says what is wanted of notes; what was said of those that they overlap gives way.
    public Voice withNotes(List<NoteEdit> edits) {
        List<NoteEdit> all = new ArrayList<>(notes);
        all.removeIf(n -> edits.stream().anyMatch(e -> e.span().overlaps(n.span())));
        all.addAll(edits);
        all.sort(Comparator.comparingDouble(n -> n.span().startSeconds()));
        return copy(c -> c.notes = all);
    }

    /// Forgets what was said of the notes in a stretch.
    public Voice withoutNotes(TimeSpan span) {
        return copy(c -> c.notes = notes.stream().filter(n -> !n.span().overlaps(span)).toList());
    }

    /// What was said of exactly this note; as it is if nothing was.
    public NoteEdit note(TimeSpan span) {
        return notes.stream()
                .filter(n -> n.span().equals(span))
                .findFirst()
                .orElse(NoteEdit.of(span));
    }

    /// Sets an anchor; one that is set at the same moment of the voice or of the guide gives way,
    /// and so do those that contradict it.
    public Voice setting(Anchor anchor) {
        List<Anchor> all = new ArrayList<>(anchors);
        all.removeIf(a -> {
            double source = a.sourceSeconds() - anchor.sourceSeconds();
            double guide = a.guideSeconds() - anchor.guideSeconds();
            return Math.min(Math.abs(source), Math.abs(guide)) < SAME_ANCHOR_SECONDS
                    || source * guide <= 0;
        });
        all.add(anchor);
        all.sort(Comparator.comparingDouble(Anchor::sourceSeconds));
        return withAnchors(all);
    }

    /// Sets a protection; what it overlaps gives way.
    public Voice protecting(Protection protection) {
        List<Protection> all = new ArrayList<>(protections);
        all.removeIf(p -> p.span().overlaps(protection.span()));
        all.add(protection);
        all.sort(Comparator.comparingDouble(p -> p.span().startSeconds()));
        return withProtections(all);
    }

    public Voice without(Protection protection) {
        return withProtections(protections.stream().filter(p -> !p.equals(protection)).toList());
    }
}
