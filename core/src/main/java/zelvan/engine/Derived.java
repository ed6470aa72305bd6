package zelvan.engine;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zelvan.align.Alignment;
import zelvan.analysis.VoiceAnalysis;
import zelvan.measure.Doubt;
import zelvan.problem.ZelvanProblem;
import zelvan.session.AudioReference;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.timing.TimeMap;
import zelvan.tuning.Harmony;
import zelvan.tuning.Key;
import zelvan.tuning.TuningSettings;
import zelvan.units.TimeSpan;

/// Everything derived from one session.
///
/// @param session from which
/// @param voices by voice id
/// @param foundKey the key that is heard in the guide and the bed, as far as it is known
/// @param doubts where the program does not trust what it did, by voice id
public record Derived(
        Session session,
        Map<String, DerivedVoice> voices,
        Optional<Key> foundKey,
        Map<String, List<Doubt>> doubts) {
    public static final Derived NOTHING = Derived.of(Session.EMPTY, Map.of(), Optional.empty());

    public Derived {
        voices = Map.copyOf(voices);
        doubts = Map.copyOf(doubts);
    }

    static Derived of(Session session, Map<String, DerivedVoice> voices, Optional<Key> foundKey) {
        Map<String, DerivedVoice> now = Map.copyOf(voices);
        Map<String, List<Doubt>> doubts = new HashMap<>();
        for (Voice voice : session.voices()) {
            DerivedVoice made = now.get(voice.id());
            if (made != null) {
                doubts.put(voice.id(), doubts(session, voice, made));
            }
        }
        return new Derived(session, now, foundKey, doubts);
    }

    public Optional<DerivedVoice> voice(String id) {
        return Optional.ofNullable(voices.get(id));
    }

    public Optional<VoiceAnalysis> guideAnalysis() {
        return session.guide().map(Voice::id).flatMap(this::voice).flatMap(DerivedVoice::analysis);
    }

    /// What the user says of the song's harmony, and where he says no key, the one that was found.
    public Harmony harmony() {
        return session.harmony().orFound(foundKey);
    }

    /// Where the program does not trust what it did with a voice: its match, and the octave in
    /// which a pitch was heard that something depends on.
    public List<Doubt> doubts(Voice voice) {
        return doubts.getOrDefault(voice.id(), List.of());
    }

    private static List<Doubt> doubts(Session session, Voice voice, DerivedVoice made) {
        List<Doubt> doubts = new ArrayList<>(made.lock().doubts());
        made.analysis().stream()
                .flatMap(heard -> heard.pitch().octaveDoubts().stream())
                .map(span -> inGuide(made.alignment(), span))
                .filter(span -> isPitchUsed(session, voice, span.middleSeconds()))
                .forEach(span -> doubts.add(new Doubt(span, Doubt.Reason.OCTAVE)));
        return List.copyOf(doubts);
    }

    private static TimeSpan inGuide(Alignment alignment, TimeSpan span) {
        return new TimeSpan(
                alignment.guideSecondsAt(span.startSeconds()),
                alignment.guideSecondsAt(span.endSeconds()));
    }

    /// The guide's is used by the voices that follow its pitch.
    private static boolean isPitchUsed(Session session, Voice voice, double guideSeconds) {
        if (voice.role() != Role.GUIDE) {
            return tuning(session, voice, guideSeconds).draws();
        }
        return session.followers().stream()
                .map(follower -> tuning(session, follower, guideSeconds))
                .anyMatch(t -> t.draws() && t.target().followsGuide());
    }

    private static TuningSettings tuning(Session session, Voice voice, double guideSeconds) {
        return voice.tuning(session.stackTuning(voice)).apply(guideSeconds);
    }

    /// The voices that are printed: those that follow, and the guide if it is corrected.
    public List<Voice> printable() {
        return session.voices().stream()
                .filter(v ->
                        v.role().follows() || v.role() == Role.GUIDE && !guideMap().isIdentity())
                .toList();
    }

    /// When each moment of the guide sounds.
    public TimeMap guideMap() {
        return session.guide()
                .flatMap(g -> voice(g.id()))
                .map(g -> g.timing().map())
                .orElse(TimeMap.IDENTITY);
    }

    /// The guide's phrases, as recorded: the columns of the lock map.
    public List<TimeSpan> guidePhrases() {
        return guideAnalysis().map(VoiceAnalysis::phrases).orElse(List.of());
    }

    /// Length of the longest track as it sounds, seconds.
    public double seconds() {
        return voices.values().stream()
                .flatMap(v -> v.locked().stream())
                .mapToDouble(s -> (double) s.frames() / s.sampleRateHertz())
                .max()
                .orElse(0);
    }

    /// The recordings as they were read, by path; see [Session#knowing].
    public Map<String, AudioReference> recordings() {
        Map<String, AudioReference> read = new HashMap<>();
        for (Voice voice : session.voices()) {
            String path = voice.audio().path();
            voice(voice.id())
                    .flatMap(DerivedVoice::file)
                    .ifPresent(
                            f -> read.put(path, new AudioReference(path, f.bytes(), f.sha256())));
        }
        return read;
    }

    /// The same, of a session that wants the same.
    public Derived of(Session same) {
        return new Derived(same, voices, foundKey, doubts);
    }

    /// The same, and of the tracks that are not derived yet what was derived before.
    public Derived over(Derived before) {
        Map<String, DerivedVoice> all = new HashMap<>(before.voices);
        all.putAll(voices);
        return of(session, all, foundKey);
    }

    public List<ZelvanProblem> problems() {
        return session.voices().stream()
                .flatMap(v -> voice(v.id()).stream())
                .flatMap(v -> v.problem().stream())
                .toList();
    }
}
