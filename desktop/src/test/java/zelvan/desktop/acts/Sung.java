package zelvan.desktop.acts;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.FrameRows;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.Note;
import zelvan.analysis.Outline;
import zelvan.analysis.PitchTrack;
import zelvan.analysis.VoiceAnalysis;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.measure.LockMap;
import zelvan.measure.PitchLockMap;
import zelvan.session.AudioReference;
import zelvan.session.Layer;
import zelvan.session.Recording;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.Voice;
import zelvan.timing.TimeMap;
import zelvan.timing.TimingResult;
import zelvan.tuning.PitchMap;
import zelvan.tuning.TuningResult;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// A guide with a landmark at each of eight seconds and two doubles of it, recorded some seconds
/// later and matched at each; nothing is moved yet. Each sings one note of a second in each.
final class Sung {
    static final double LEFT_LATE_SECONDS = 20;
    static final double RIGHT_LATE_SECONDS = 30;
    static final GuideSpan PHRASE = new GuideSpan(0.9, 4.1);
    static final double NOTE_HERTZ = 440;
    private static final int SECONDS = 40;
    private static final int FRAMES = (int) (SECONDS / VoiceAnalysis.HOP_SECONDS);

    private Sung() {}

    static State now() {
        return of(session(), Selection.NOTHING, Focus.NOTHING);
    }

    static State of(Session session, Selection selection, Focus focus) {
        Derived derived =
                new Derived(
                        session,
                        Map.of(
                                "g", made("g", 0, Alignment.NONE),
                                "l", made("l", LEFT_LATE_SECONDS, matched(LEFT_LATE_SECONDS)),
                                "r", made("r", RIGHT_LATE_SECONDS, matched(RIGHT_LATE_SECONDS))),
                        Optional.empty(),
                        Map.of());
        return new State(session, derived, selection, focus);
    }

    /// The state after an act; nothing is derived anew.
    static State after(State before, Act act) {
        Session session = act.edit().map(e -> e.apply(before.session())).orElse(before.session());
        return of(session, before.selection(), act.focus().orElse(before.focus()));
    }

    static Session session() {
        AudioReference audio = new AudioReference("/a.wav", 1, "");
        return Session.EMPTY
                .withStacks(List.of(Stack.of(Role.DOUBLE)))
                .withRecordings(
                        Stream.of("g", "l", "r").map(id -> Recording.of(id, audio)).toList())
                .withVoices(
                        List.of(
                                voice("g", "Lead", Role.GUIDE, ""),
                                voice("l", "Left", Role.DOUBLE, "doubles"),
                                voice("r", "Right", Role.DOUBLE, "doubles")));
    }

    private static Voice voice(String id, String name, Role role, String stackId) {
        return Voice.of(id, name, role, stackId, Layer.sung(id));
    }

    private static Alignment matched(double later) {
        return new Alignment(
                Stream.iterate(1, i -> i + 1)
                        .limit(8)
                        .map(i -> Anchor.found(Optional.of(LandmarkKind.VOWEL), i + later, i, 0.9))
                        .toList(),
                List.of(new RecordedSpan(later + 8.5, later + 9.5)),
                List.of());
    }

    private static DerivedVoice made(String id, double later, Alignment alignment) {
        VoiceAnalysis heard = heard(later);
        TuningResult tuned =
                new TuningResult(
                        PitchMap.NONE, new float[0], new float[0], new float[0], heard.notes());
        return new DerivedVoice(
                id,
                Optional.empty(),
                java.util.Map.of(),
                Optional.of(Outline.of(heard)),
                Optional.of(heard),
                alignment,
                new TimingResult(TimeMap.IDENTITY, java.util.Set.of()),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                LockMap.EMPTY,
                new DerivedVoice.Pitched(Optional.empty(), tuned, PitchLockMap.EMPTY),
                DerivedVoice.Levelled.NOTHING,
                List.of(),
                Optional.empty());
    }

    private static VoiceAnalysis heard(double later) {
        FrameRows nothing = FrameRows.of(new float[FRAMES][1]);
        List<Integer> seconds = Stream.iterate(1, i -> i + 1).limit(8).toList();
        return new VoiceAnalysis(
                SECONDS,
                new PitchTrack(VoiceAnalysis.HOP_SECONDS, new float[FRAMES], new float[FRAMES]),
                new float[FRAMES],
                new float[FRAMES],
                0,
                nothing,
                nothing,
                List.of(),
                seconds.stream().map(i -> new Landmark(LandmarkKind.VOWEL, i + later, 1)).toList(),
                List.of(
                        new RecordedSpan(later + 0.9, later + 4.1),
                        new RecordedSpan(later + 4.9, later + 8.1)),
                seconds.stream().map(i -> note(i + later)).toList(),
                List.of(),
                List.of(),
                List.of());
    }

    private static Note note(double from) {
        return new Note(new RecordedSpan(from, from + 1), NOTE_HERTZ);
    }
}
