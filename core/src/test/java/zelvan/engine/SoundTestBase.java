package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.io.TempDir;
import zelvan.audio.KWeighting;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.derived.DerivedVoice;
import zelvan.files.Target;
import zelvan.level.LevelResult.TurnedSound;
import zelvan.level.SideSound;
import zelvan.render.VoiceSource;
import zelvan.session.AudioReference;
import zelvan.session.HandWork;
import zelvan.session.Layer;
import zelvan.session.Recording;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.singers.Performer.Departures;
import zelvan.singers.Performer.Habits;
import zelvan.singers.Singer;
import zelvan.singers.Song;
import zelvan.testing.Takes;
import zelvan.timing.TimingSettings;
import zelvan.units.RecordedSpan;

/// A double under its guide, as it sounds with what is set.
abstract class SoundTestBase {
    static final int RATE = Takes.RATE_HERTZ;
    static final double FADE_SECONDS = 0.006;

    static final Song ENDS =
            new Song(
                    0.45,
                    List.of(
                            Song.phrase("a", 2, "l.ae.n:67:1 t.er.n:69:1 l.ah.t:71:2"),
                            Song.phrase("b", 10, "s.iy:67:1 b.er.d:69:1 l.ih.t:66:2"),
                            Song.phrase("c", 18, "k.ae:64:1 r.iy:66:1 b.ah:71:2")));

    static final Takes.Take LEAD =
            Takes.sing(
                    ENDS, Singer.MARA, new Habits(0, 1, 0, 0, 0, 0, 0, true), Departures.NONE, 11);

    /// Breathes, and holds the last line for longer.
    static final Takes.Take LATE =
            Takes.sing(
                    ENDS,
                    Singer.WREN,
                    new Habits(0, 1, 0.01, 0.01, 0.01, 8, 0, true),
                    new Departures(Set.of(), Map.of(), List.of(), Set.of(), Map.of("c/end/", 0.2)),
                    12);

    @TempDir Path folder;

    DerivedVoice derived(
            Takes.Take guide, Takes.Take take, Settings level, UnaryOperator<HandWork> hand)
            throws Exception {
        return derived(session(guide, take, level, hand));
    }

    DerivedVoice derived(Session session) throws Exception {
        return derived(session, "voice");
    }

    DerivedVoice derived(Session session, String voiceId) throws Exception {
        try (Engine engine = new Engine(new KeptWork(folder.resolve("kept")))) {
            return engine.derive(session, Progress.NONE).voice(voiceId).orElseThrow();
        }
    }

    Session session(Takes.Take guide, Takes.Take take, Settings level, UnaryOperator<HandWork> hand)
            throws Exception {
        Stack stack =
                new Stack("stack", "Stack", level.over(Settings.of(TimingSettings.PULL, 0.0)));
        return Session.EMPTY
                .withStacks(List.of(stack))
                .withRecordings(List.of(recording("guide", guide), recording("voice", take)))
                .withVoices(
                        List.of(
                                Voice.of("guide", "guide", Role.GUIDE, "", Layer.sung("guide")),
                                Voice.of(
                                        "voice",
                                        "voice",
                                        Role.DOUBLE,
                                        "stack",
                                        Layer.sung("voice"))))
                .handling("voice", hand);
    }

    Recording recording(String id, Takes.Take take) throws Exception {
        Path file = folder.resolve(id + take.hashCode() + ".wav");
        if (!file.toFile().exists()) {
            SoundFiles.write(Target.fresh(file), take.sound(), SoundFormat.WAV_FLOAT);
        }
        return Recording.of(id, AudioReference.to(file));
    }

    static float[] samples(DerivedVoice made) {
        VoiceSource locked = made.locked().orElseThrow();
        float[] samples = new float[(int) locked.frames()];
        locked.read(0, 0, samples, samples.length);
        return samples;
    }

    static double decibels(float[] samples, RecordedSpan span) {
        double sum = 1e-15;
        int to = (int) Math.floor(span.endSeconds() * RATE);
        int from = (int) Math.ceil(span.startSeconds() * RATE);
        for (int i = from; i < to; i++) {
            sum += (double) samples[i] * samples[i];
        }
        return 10 * Math.log10(sum / (to - from));
    }

    static List<SideSound> sounds(DerivedVoice made, SideSound.Kind kind) {
        return made.levelled().result().sounds().stream()
                .map(TurnedSound::sound)
                .filter(s -> s.kind() == kind)
                .toList();
    }

    /// Turned by so much inside of the spans; outside, but for the fades, as before to the bit.
    static void assertTurned(
            float[] before, float[] after, List<SideSound> spans, double decibels, double fade) {
        assertThat(spans).isNotEmpty();
        boolean[] touched = new boolean[before.length];
        for (SideSound sound : spans) {
            assertThat(decibels(after, sound.span()) - decibels(before, sound.span()))
                    .as("%s", sound)
                    .isCloseTo(decibels, within(0.05));
            RecordedSpan with = sound.span().widenedBy(fade);
            Arrays.fill(
                    touched,
                    (int) (with.startSeconds() * RATE),
                    (int) Math.min(before.length, with.endSeconds() * RATE),
                    true);
        }
        for (int i = 0; i < before.length; i++) {
            if (!touched[i] && before[i] != after[i]) {
                throw new AssertionError("another sample at " + (double) i / RATE + " s");
            }
        }
    }

    /// The same take, as if it had been recorded at another level, and at another one from a moment
    /// on.
    static Takes.Take scaled(Takes.Take take, double gain, double laterSeconds, double laterGain) {
        float[] samples = take.sound().mono().clone();
        for (int i = 0; i < samples.length; i++) {
            samples[i] *= (float) (i < laterSeconds * RATE ? gain : laterGain);
        }
        return Takes.heard(take, samples);
    }

    static double lufs(float[] samples, RecordedSpan span) {
        KWeighting weighting = new KWeighting(RATE);
        double sum = 0;
        int to = (int) (span.endSeconds() * RATE);
        int from = (int) (span.startSeconds() * RATE);
        for (int i = Math.max(0, from - RATE / 2); i < to; i++) {
            double weighted = weighting.process(samples[i]);
            sum += i < from ? 0 : weighted * weighted;
        }
        return KWeighting.lufs(sum / (to - from));
    }
}
