package zelvan.session;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.DoublePredicate;
import java.util.function.Function;
import java.util.function.Predicate;
import zelvan.align.Anchor;
import zelvan.align.Marks;
import zelvan.analysis.Landmark;
import zelvan.analysis.OctaveShift;
import zelvan.level.LevelEdit;
import zelvan.level.SoundEdit;
import zelvan.timing.Fence;
import zelvan.tuning.NoteEdit;
import zelvan.units.ClockSpan;
import zelvan.units.RecordedSpan;

/// What was said by hand of a recording, in the recording's own time.
///
/// @param anchors what the user has set: moments held and landmarks placed, in order. Of a voice
///   that follows, with moments of the guide as recorded; of the guide, with moments of the song
/// @param marks what the user makes of the landmarks found in it
/// @param octaves where the user says in which octave it is sung, in order
/// @param notes what is wanted of single notes, in order; they do not overlap
/// @param protections in order
/// @param meant what is off and is to stay so
/// @param sounds what is said of esses, breaths and ends, in order
/// @param levels stretches that are turned up or down, in order; they do not overlap
public record HandWork(
        List<Anchor> anchors,
        Marks marks,
        List<OctaveShift> octaves,
        List<NoteEdit> notes,
        List<Protection> protections,
        List<Meant> meant,
        List<SoundEdit> sounds,
        List<LevelEdit> levels) {
    public static final HandWork NONE =
            new HandWork(
                    List.of(),
                    Marks.NONE,
                    List.of(),
                    List.of(),
                    List.of(),
                    List.of(),
                    List.of(),
                    List.of());

    private static final double SAME_ANCHOR_SECONDS = 0.02;
    private static final double AROUND_SECONDS = 0.15;

    public HandWork {
        anchors = List.copyOf(anchors);
        octaves = List.copyOf(octaves);
        notes = List.copyOf(notes);
        protections = List.copyOf(protections);
        meant = List.copyOf(meant);
        sounds = List.copyOf(sounds);
        levels = List.copyOf(levels);
        checkAnchors(anchors);
        checkOrder("octaves", octaves, OctaveShift::span);
        checkOrder("notes", notes, NoteEdit::span);
        checkOrder("protections", protections, Protection::span);
        checkOrder("levels", levels, LevelEdit::span);
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

    /// @throws InvalidPart if two of them overlap
    static <T, S extends ClockSpan<S>> void checkOrder(
            String part, List<T> parts, Function<T, S> span) {
        for (int i = 1; i < parts.size(); i++) {
            S before = span.apply(parts.get(i - 1));
            S after = span.apply(parts.get(i));
            if (before.endSeconds() > after.startSeconds()) {
                throw new InvalidPart("it overlaps the one before", part, i);
            }
        }
    }

    /// The stretches whose pitch must not change.
    public List<RecordedSpan> pitchFences() {
        return protections.stream()
                .filter(p -> p.kind().protectsPitch())
                .map(Protection::span)
                .toList();
    }

    /// The stretches in which nothing must change by itself.
    public List<RecordedSpan> levelFences() {
        return protections.stream()
                .filter(p -> p.kind().protectsTiming() && p.kind().protectsPitch())
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

    public HandWork withAnchors(List<Anchor> value) {
        return new HandWork(value, marks, octaves, notes, protections, meant, sounds, levels);
    }

    public HandWork withMarks(Marks value) {
        return new HandWork(anchors, value, octaves, notes, protections, meant, sounds, levels);
    }

    public HandWork withProtections(List<Protection> value) {
        return new HandWork(anchors, marks, octaves, notes, value, meant, sounds, levels);
    }

    private HandWork withAllNotes(List<NoteEdit> value) {
        return new HandWork(anchors, marks, octaves, value, protections, meant, sounds, levels);
    }

    /// Says in which octave something is sung; it counts from what was said of it before. None up
    /// or down says that it was heard right.
    public HandWork hearing(OctaveShift shift) {
        if (shift.span().seconds() == 0) {
            return this;
        }
        List<OctaveShift> all = new ArrayList<>();
        for (OctaveShift before : octaves) {
            for (RecordedSpan left : before.span().without(shift.span())) {
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
        List<RecordedSpan> untouched = List.of(shift.span());
        for (OctaveShift before : octaves) {
            untouched = untouched.stream().flatMap(s -> s.without(before.span()).stream()).toList();
        }
        untouched.forEach(span -> all.add(new OctaveShift(span, shift.octaves())));
        all.sort(Comparator.comparingDouble(o -> o.span().startSeconds()));
        return new HandWork(anchors, marks, all, notes, protections, meant, sounds, levels);
    }

    /// Says what is wanted of notes; what was said of those that they overlap gives way.
    public HandWork withNotes(List<NoteEdit> edits) {
        List<NoteEdit> all = new ArrayList<>(notes);
        all.removeIf(n -> edits.stream().anyMatch(e -> e.span().overlaps(n.span())));
        all.addAll(edits);
        all.sort(Comparator.comparingDouble(n -> n.span().startSeconds()));
        return withAllNotes(all);
    }

    /// Forgets what was said of the notes in a stretch.
    public HandWork withoutNotes(RecordedSpan span) {
        return withAllNotes(notes.stream().filter(n -> !n.span().overlaps(span)).toList());
    }

    /// What was said of exactly this note; as it is if nothing was.
    public NoteEdit note(RecordedSpan span) {
        return notes.stream().filter(n -> n.isOf(span)).findFirst().orElse(NoteEdit.of(span));
    }

    /// Sets an anchor; one that is set at the same moment of the voice or of the guide gives way,
    /// and so do those that contradict it.
    public HandWork setting(Anchor anchor) {
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

    /// Lets go of an anchor.
    public HandWork without(Anchor anchor) {
        return withAnchors(anchors.stream().filter(a -> !a.equals(anchor)).toList());
    }

    /// Sets a protection; what it overlaps gives way. One of no length protects nothing.
    public HandWork protecting(Protection protection) {
        if (protection.span().seconds() == 0) {
            return this;
        }
        List<Protection> all = new ArrayList<>(protections);
        all.removeIf(p -> p.span().overlaps(protection.span()));
        all.add(protection);
        all.sort(Comparator.comparingDouble(p -> p.span().startSeconds()));
        return withProtections(all);
    }

    public HandWork without(Protection protection) {
        return withProtections(protections.stream().filter(p -> !p.equals(protection)).toList());
    }

    /// Says something of a sound beside the notes; what was said of those of its kind that it
    /// overlaps gives way.
    public HandWork saying(SoundEdit edit) {
        List<SoundEdit> all = new ArrayList<>(sounds);
        all.removeIf(e -> e.kind() == edit.kind() && e.span().overlaps(edit.span()));
        all.add(edit);
        all.sort(Comparator.comparingDouble(e -> e.span().startSeconds()));
        return withSounds(all);
    }

    /// Forgets what was said of sounds in a stretch.
    public HandWork withoutSounds(RecordedSpan span) {
        return withSounds(sounds.stream().filter(e -> !e.span().overlaps(span)).toList());
    }

    private HandWork withSounds(List<SoundEdit> value) {
        return new HandWork(anchors, marks, octaves, notes, protections, meant, value, levels);
    }

    /// Turns a stretch up or down; what was said of it before gives way.
    public HandWork levelling(LevelEdit edit) {
        if (edit.span().seconds() == 0) {
            return this;
        }
        List<LevelEdit> all = new ArrayList<>(withoutLevels(edit.span()).levels);
        if (edit.decibels() != 0) {
            all.add(edit);
        }
        all.sort(Comparator.comparingDouble(e -> e.span().startSeconds()));
        return withLevels(all);
    }

    /// Forgets what was said of the level of a stretch.
    public HandWork withoutLevels(RecordedSpan span) {
        return withLevels(levels.stream().flatMap(e -> e.without(span).stream()).toList());
    }

    private HandWork withLevels(List<LevelEdit> value) {
        return new HandWork(anchors, marks, octaves, notes, protections, meant, sounds, value);
    }

    /// Ticks something off as meant, or takes that back if it was.
    public HandWork meaning(Meant one) {
        List<Meant> all = new ArrayList<>(meant);
        boolean was =
                all.removeIf(m -> m.what().equals(one.what()) && m.span().overlaps(one.span()));
        if (!was) {
            all.add(one);
        }
        return new HandWork(anchors, marks, octaves, notes, protections, all, sounds, levels);
    }

    /// With anchors, protections, notes, sounds and levels of another; what they contradict gives
    /// way.
    public HandWork with(HandWork other) {
        HandWork more = withNotes(other.notes);
        for (Anchor anchor : other.anchors) {
            more = more.setting(anchor);
        }
        for (Protection protection : other.protections) {
            more = more.protecting(protection);
        }
        for (SoundEdit edit : other.sounds) {
            more = more.saying(edit);
        }
        for (LevelEdit edit : other.levels) {
            more = more.levelling(edit);
        }
        return more;
    }

    /// Only what was said of stretches where something holds; a moment is taken with what is around
    /// it. How faint a landmark counts is said of all of it.
    public HandWork where(Predicate<RecordedSpan> holds) {
        DoublePredicate holdsAround =
                seconds ->
                        holds.test(
                                new RecordedSpan(
                                        Math.max(0, seconds - AROUND_SECONDS),
                                        seconds + AROUND_SECONDS));
        return new HandWork(
                anchors.stream().filter(a -> holdsAround.test(a.sourceSeconds())).toList(),
                marks.where(holdsAround),
                octaves.stream().filter(o -> holds.test(o.span())).toList(),
                notes.stream().filter(n -> holds.test(n.span())).toList(),
                protections.stream().filter(p -> holds.test(p.span())).toList(),
                meant.stream().filter(m -> holds.test(m.span())).toList(),
                sounds.stream().filter(e -> holds.test(e.span())).toList(),
                levels.stream().filter(e -> holds.test(e.span())).toList());
    }

    /// Only what was said of a stretch; what reaches beyond it is cut.
    public HandWork within(RecordedSpan span) {
        return new HandWork(
                anchors.stream().filter(a -> span.contains(a.sourceSeconds())).toList(),
                marks.where(span::contains),
                octaves.stream()
                        .filter(o -> o.span().overlaps(span))
                        .map(o -> new OctaveShift(o.span().shared(span), o.octaves()))
                        .toList(),
                notes.stream().filter(n -> span.contains(n.span().middleSeconds())).toList(),
                protections.stream()
                        .filter(p -> p.span().overlaps(span))
                        .map(p -> p.withSpan(p.span().shared(span)))
                        .toList(),
                meant.stream().filter(m -> span.contains(m.span().middleSeconds())).toList(),
                sounds.stream().filter(e -> span.contains(e.span().middleSeconds())).toList(),
                levels.stream()
                        .filter(e -> e.span().overlaps(span))
                        .map(e -> e.withSpan(e.span().shared(span)))
                        .toList());
    }

    /// Only what was said outside a stretch.
    HandWork without(RecordedSpan span) {
        return new HandWork(
                anchors.stream().filter(a -> !span.contains(a.sourceSeconds())).toList(),
                marks.where(seconds -> !span.contains(seconds)),
                octaves.stream()
                        .flatMap(o ->
                                o.span().without(span).stream()
                                        .map(left -> new OctaveShift(left, o.octaves())))
                        .toList(),
                notes.stream().filter(n -> !span.contains(n.span().middleSeconds())).toList(),
                protections.stream()
                        .flatMap(p -> p.span().without(span).stream().map(p::withSpan))
                        .toList(),
                meant.stream().filter(m -> !span.contains(m.span().middleSeconds())).toList(),
                sounds.stream().filter(e -> !span.contains(e.span().middleSeconds())).toList(),
                levels.stream().flatMap(e -> e.without(span).stream()).toList());
    }

    /// The same of something that much later; what is held stays with the guide's moments.
    HandWork shiftedBy(double seconds) {
        return new HandWork(
                anchors.stream().map(a -> a.shiftedBy(seconds, 0)).toList(),
                marks.shiftedBy(seconds),
                octaves.stream()
                        .map(o -> new OctaveShift(o.span().shiftedBy(seconds), o.octaves()))
                        .toList(),
                notes.stream().map(n -> n.withSpan(n.span().shiftedBy(seconds))).toList(),
                protections.stream().map(p -> p.withSpan(p.span().shiftedBy(seconds))).toList(),
                meant.stream().map(m -> new Meant(m.what(), m.span().shiftedBy(seconds))).toList(),
                sounds.stream().map(e -> e.withSpan(e.span().shiftedBy(seconds))).toList(),
                levels.stream().map(e -> e.withSpan(e.span().shiftedBy(seconds))).toList());
    }

    /// With everything of another; what that contradicts gives way, and it says how faint a
    /// landmark counts.
    HandWork and(HandWork other) {
        HandWork both = with(other);
        Marks more = marks.withSensitivity(other.marks.sensitivity());
        for (Landmark added : other.marks.added()) {
            more = more.adding(added);
        }
        for (double removed : other.marks.removedSeconds()) {
            more = more.removing(removed);
        }
        List<OctaveShift> allOctaves = new ArrayList<>(other.octaves);
        for (OctaveShift own : octaves) {
            List<RecordedSpan> left = List.of(own.span());
            for (OctaveShift gives : other.octaves) {
                left = left.stream().flatMap(s -> s.without(gives.span()).stream()).toList();
            }
            left.forEach(span -> allOctaves.add(new OctaveShift(span, own.octaves())));
        }
        allOctaves.sort(Comparator.comparingDouble(o -> o.span().startSeconds()));
        List<Meant> allMeant = new ArrayList<>(meant);
        allMeant.addAll(other.meant);
        return new HandWork(
                both.anchors,
                more,
                allOctaves,
                both.notes,
                both.protections,
                allMeant,
                both.sounds,
                both.levels);
    }

    /// How much was said.
    public int size() {
        return anchors.size()
                + marks.added().size()
                + marks.removedSeconds().size()
                + octaves.size()
                + notes.size()
                + protections.size()
                + meant.size()
                + sounds.size()
                + levels.size();
    }

    /// Whether something of a kind is meant there.
    public boolean means(String what, RecordedSpan span) {
        return meant.stream().anyMatch(m -> m.what().equals(what) && m.span().overlaps(span));
    }
}
