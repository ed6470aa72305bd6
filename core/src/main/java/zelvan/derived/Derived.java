package zelvan.derived;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.SoundFile;
import zelvan.measure.Doubt;
import zelvan.problem.ZelvanProblem;
import zelvan.session.AudioReference;
import zelvan.session.Clips;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.takes.Comp;
import zelvan.takes.TakeMap;
import zelvan.timing.TimeMap;
import zelvan.tuning.Harmony;
import zelvan.tuning.Key;
import zelvan.units.GuideSpan;

/// Everything derived from one session.
///
/// @param session from which
/// @param voices by voice id
/// @param foundKey the key that is heard in the guide and the bed, as far as it is known
/// @param takes what the takes of voices are like, by voice id, as far as it is known
public record Derived(
        Session session,
        Map<String, DerivedVoice> voices,
        Optional<Key> foundKey,
        Map<String, TakeMap> takes) {
    public static final Derived NOTHING =
            new Derived(Session.EMPTY, Map.of(), Optional.empty(), Map.of());

    public Derived {
        voices = Map.copyOf(voices);
        takes = Map.copyOf(takes);
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

    /// Where the program does not trust what it did with a voice.
    public List<Doubt> doubts(Voice voice) {
        return voice(voice.id()).map(DerivedVoice::doubts).orElse(List.of());
    }

    /// The takes that a voice has, as far as they are known.
    ///
    /// @param voice as it is now, which may be newer than what was derived
    public TakeMap takes(Voice voice) {
        return takes.getOrDefault(voice.id(), TakeMap.NONE).of(voice.layer());
    }

    /// Makes a voice of chosen takes; empty as long as it is not worked out itself.
    ///
    /// @param known of its takes
    public Optional<Comp> comp(Voice voice, TakeMap known) {
        return voice(voice.id())
                .filter(made -> made.file().isPresent() && made.analysis().isPresent())
                .map(made ->
                        Comp.of(
                                known.phrases(),
                                Clips.of(
                                        voice.layer(), made.file().orElseThrow().sound().seconds()),
                                made.file().orElseThrow().sound(),
                                made.analysis().orElseThrow(),
                                made.alignment()));
    }

    /// The voices that are printed: those that follow, and the guide if it is corrected.
    public List<Voice> printable() {
        return session.voices().stream()
                .filter(v ->
                        v.role().follows()
                                || v.role() == Role.GUIDE
                                        && voice(v.id()).map(g -> !g.isUnchanged()).orElse(false))
                .toList();
    }

    /// Between the clocks of a voice; those of the guide for a voice that is not derived.
    public Clocks clocks(String voiceId) {
        return voice(voiceId)
                .map(made -> new Clocks(made.alignment(), made.timing().map(), guideMap()))
                .orElseGet(this::guideClocks);
    }

    /// Between the clocks of the guide.
    public Clocks guideClocks() {
        return Clocks.ofGuide(guideMap());
    }

    /// When each moment of the guide sounds.
    public TimeMap guideMap() {
        return session.guide()
                .flatMap(g -> voice(g.id()))
                .map(g -> g.timing().map())
                .orElse(TimeMap.IDENTITY);
    }

    /// The guide's phrases, as recorded: the columns of the lock map.
    public List<GuideSpan> guidePhrases() {
        return guideAnalysis().map(VoiceAnalysis::phrasesAsGuide).orElse(List.of());
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
        for (Map.Entry<String, SoundFile> each : files().entrySet()) {
            session.recording(each.getKey())
                    .map(recording -> recording.audio().path())
                    .ifPresent(path ->
                            read.put(
                                    path,
                                    new AudioReference(
                                            path,
                                            each.getValue().bytes(),
                                            each.getValue().sha256())));
        }
        return read;
    }

    /// How long a recording is, seconds; empty if no voice is made of it, or as long as it is not
    /// read.
    public Optional<Double> recordingSeconds(String recordingId) {
        return Optional.ofNullable(files().get(recordingId)).map(f -> f.sound().seconds());
    }

    /// By the ids of recordings.
    private Map<String, SoundFile> files() {
        Map<String, SoundFile> files = new HashMap<>();
        for (Voice voice : session.voices()) {
            Optional<DerivedVoice> made = voice(voice.id());
            made.ifPresent(m -> files.putAll(m.recordings()));
            if (voice.layer().isWhole()) {
                made.flatMap(DerivedVoice::file)
                        .ifPresent(
                                f -> files.put(voice.layer().clips().getFirst().recordingId(), f));
            }
        }
        return files;
    }

    /// The same, of a session that wants the same.
    public Derived of(Session same) {
        return new Derived(same, voices, foundKey, takes);
    }

    /// The same, and of the tracks that are not derived yet what was derived before.
    public Derived over(Derived before) {
        Map<String, DerivedVoice> all = new HashMap<>(before.voices);
        all.putAll(voices);
        Map<String, TakeMap> allTakes = new HashMap<>(before.takes);
        takes.forEach((id, map) -> allTakes.merge(id, map, (was, is) -> is.over(was)));
        return new Derived(session, all, foundKey, allTakes);
    }

    /// The same, with more that is doubted.
    ///
    /// @param more by voice id
    public Derived withDoubts(Map<String, List<Doubt>> more) {
        Map<String, DerivedVoice> all = new HashMap<>(voices);
        more.forEach((id, doubts) -> all.computeIfPresent(id, (same, v) -> v.withDoubts(doubts)));
        return new Derived(session, all, foundKey, takes);
    }

    /// The same, with more known of takes.
    public Derived withTakes(Map<String, TakeMap> known) {
        return new Derived(session, voices, foundKey, known);
    }

    public List<ZelvanProblem> problems() {
        return session.voices().stream()
                .flatMap(v -> voice(v.id()).stream())
                .flatMap(v -> v.problem().stream())
                .toList();
    }
}
