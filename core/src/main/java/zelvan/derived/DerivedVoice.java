package zelvan.derived;

import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zelvan.align.Alignment;
import zelvan.analysis.Outline;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.SoundFile;
import zelvan.level.LevelResult;
import zelvan.measure.Doubt;
import zelvan.measure.LevelLockMap;
import zelvan.measure.LockMap;
import zelvan.measure.PitchLockMap;
import zelvan.problem.ZelvanProblem;
import zelvan.render.VoiceSound;
import zelvan.render.VoiceSource;
import zelvan.timing.TimeMap;
import zelvan.timing.TimingResult;
import zelvan.tuning.MatchedPitch;
import zelvan.tuning.TuningResult;
import zelvan.units.Decibels;
import zelvan.units.SongSpan;

/// What was derived for one track. Where something went wrong, the problem says so and the rest is
/// empty.
///
/// @param voiceId of the track
/// @param file its audio
/// @param recordings what it is put together from, by their ids; none where it is one recording
/// @param outline its shape
/// @param analysis what is heard in it; empty for the bed
/// @param alignment with the guide; [Alignment#NONE] for guide and bed
/// @param timing when each of its moments sounds
/// @param sound what can be made to sound otherwise; empty for the bed
/// @param raw as recorded
/// @param locked as edited; the same as `raw` where nothing is edited
/// @param lock its figures
/// @param pitched what became of its pitch
/// @param levelled what became of its level
/// @param doubts where the program does not trust what it did with it, in the guide's time
/// @param problem what went wrong
public record DerivedVoice(
        String voiceId,
        Optional<SoundFile> file,
        Map<String, SoundFile> recordings,
        Optional<Outline> outline,
        Optional<VoiceAnalysis> analysis,
        Alignment alignment,
        TimingResult timing,
        Optional<VoiceSound> sound,
        Optional<VoiceSource> raw,
        Optional<VoiceSource> locked,
        LockMap lock,
        Pitched pitched,
        Levelled levelled,
        List<Doubt> doubts,
        Optional<ZelvanProblem> problem) {
    private static final double SILENT_PEAK = 1e-6;

    /// A track whose file is open and not read yet: it can be seen, and heard as it was recorded.
    public static DerivedVoice opened(String voiceId, VoiceSource raw, Outline outline) {
        return new DerivedVoice(
                voiceId,
                Optional.empty(),
                Map.of(),
                Optional.of(outline),
                Optional.empty(),
                Alignment.NONE,
                new TimingResult(TimeMap.IDENTITY, Set.of()),
                Optional.empty(),
                Optional.of(raw),
                Optional.of(raw),
                LockMap.EMPTY,
                Pitched.NOTHING,
                Levelled.NOTHING,
                List.of(),
                Optional.empty());
    }

    /// A track that could not be worked out: it is heard as it was recorded, if its file could be
    /// read.
    public static DerivedVoice failed(
            String voiceId, Optional<VoiceSource> raw, ZelvanProblem problem) {
        return new DerivedVoice(
                voiceId,
                Optional.empty(),
                Map.of(),
                Optional.empty(),
                Optional.empty(),
                Alignment.NONE,
                new TimingResult(TimeMap.IDENTITY, Set.of()),
                Optional.empty(),
                raw,
                raw,
                LockMap.EMPTY,
                Pitched.NOTHING,
                Levelled.NOTHING,
                List.of(),
                Optional.of(problem));
    }

    /// Whether its file is open and nothing else is known of it yet.
    public boolean isOnlyOpened() {
        return file.isEmpty() && raw.isPresent() && problem.isEmpty();
    }

    /// Whether it sounds as it was recorded.
    public boolean isUnchanged() {
        return locked.equals(raw);
    }

    /// The highest sample of a stretch as it sounds, decibels of full scale; −120 where there is
    /// silence.
    public double peakDecibels(SongSpan span) {
        double peak = SILENT_PEAK;
        for (VoiceSource source : locked.stream().toList()) {
            int rate = source.sampleRateHertz();
            float[] samples = new float[(int) Math.ceil(span.seconds() * rate)];
            for (int c = 0; c < source.channelCount(); c++) {
                source.read(c, (long) (span.startSeconds() * rate), samples, samples.length);
                for (float sample : samples) {
                    peak = Math.max(peak, Math.abs(sample));
                }
            }
        }
        return Decibels.ofAmplitude(peak);
    }

    /// The same, with more that is doubted.
    public DerivedVoice withDoubts(List<Doubt> more) {
        Set<Doubt> all = new LinkedHashSet<>(doubts);
        all.addAll(more);
        return new DerivedVoice(
                voiceId,
                file,
                recordings,
                outline,
                analysis,
                alignment,
                timing,
                sound,
                raw,
                locked,
                lock,
                pitched,
                levelled,
                all.stream()
                        .sorted(Comparator.comparingDouble(d -> d.span().startSeconds()))
                        .toList(),
                problem);
    }

    /// What is done about a voice's level.
    ///
    /// @param result how it is turned up and down
    /// @param lock its figures; empty for the guide
    public record Levelled(LevelResult result, LevelLockMap lock) {
        public static final Levelled NOTHING = new Levelled(LevelResult.NONE, LevelLockMap.EMPTY);
    }

    /// What a voice's pitch is drawn to, and what is done about it.
    ///
    /// @param matched its pitch beside its guide's; empty where there is nothing to compare
    /// @param result how it is moved
    /// @param lock its figures
    public record Pitched(Optional<MatchedPitch> matched, TuningResult result, PitchLockMap lock) {
        public static final Pitched NOTHING =
                new Pitched(Optional.empty(), TuningResult.NONE, PitchLockMap.EMPTY);
    }
}
