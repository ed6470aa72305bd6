package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.files.Target;
import zelvan.level.LevelEdit;
import zelvan.measure.Doubt;
import zelvan.render.VoiceSource;
import zelvan.session.AudioReference;
import zelvan.session.Layer;
import zelvan.session.Recording;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.testing.Takes;
import zelvan.timing.TimingSettings;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

class SoundCheckTest {
    private static final double CLICK_SECONDS = 3;
    private static final GuideSpan SOFT = new GuideSpan(4.5, 5);

    @TempDir Path folder;
    private final AtomicInteger reads = new AtomicInteger();
    private Derived derived = Derived.NOTHING;

    @BeforeEach
    void tighten() throws Exception {
        Session session =
                Session.EMPTY
                        .withStacks(
                                List.of(
                                        new Stack(
                                                "s",
                                                "Doubles",
                                                Settings.of(TimingSettings.PULL, 100.0))))
                        .withRecordings(
                                List.of(
                                        recording("lead", Takes.LEAD),
                                        recording("double", Takes.LOOSE)))
                        .withVoices(
                                List.of(voice("lead", Role.GUIDE), voice("double", Role.DOUBLE)));
        try (Engine engine = new Engine(new KeptWork(folder.resolve("kept")))) {
            derived = engine.derive(session, Progress.NONE);
        }
    }

    private Recording recording(String id, Takes.Take take) throws Exception {
        Path file = folder.resolve(id + ".wav");
        SoundFiles.write(Target.fresh(file), take.sound(), SoundFormat.WAV_FLOAT);
        return Recording.of(id, AudioReference.to(file));
    }

    private static Voice voice(String id, Role role) {
        return Voice.of(id, id, role, "s", Layer.sung(id));
    }

    private Derived worse() {
        DerivedVoice made = derived.voice("double").orElseThrow();
        DerivedVoice worse =
                new DerivedVoice(
                        made.voiceId(),
                        made.file(),
                        made.recordings(),
                        made.outline(),
                        made.analysis(),
                        made.alignment(),
                        made.timing(),
                        made.sound(),
                        made.raw(),
                        Optional.of(new Worse(made.locked().orElseThrow())),
                        made.lock(),
                        made.pitched(),
                        made.levelled(),
                        made.doubts(),
                        made.problem());
        Map<String, DerivedVoice> voices = new HashMap<>(derived.voices());
        voices.put("double", worse);
        return new Derived(derived.session(), voices, derived.foundKey(), derived.takes());
    }

    private static List<Doubt> more(Derived checked, Derived before) {
        List<Doubt> more = new ArrayList<>(checked.voice("double").orElseThrow().doubts());
        more.removeAll(before.voice("double").orElseThrow().doubts());
        return more;
    }

    @Test
    void aWellRenderedVoiceIsNotDoubted() {
        Derived checked = new SoundCheck().listen(derived, () -> false);
        assertThat(more(checked, derived)).isEmpty();
    }

    @Test
    void placesThatSoundWorseAreDoubtedWithTheirReason() {
        SoundCheck check = new SoundCheck();
        Derived worse = worse();
        List<Doubt> doubts = more(check.listen(worse, () -> false), worse);
        assertThat(doubts)
                .anySatisfy(doubt -> {
                    assertThat(doubt.reason()).isEqualTo(Doubt.Reason.CLICK);
                    assertThat(doubt.span().widenedBy(0.01).contains(CLICK_SECONDS)).isTrue();
                })
                .anySatisfy(doubt -> {
                    assertThat(doubt.reason()).isEqualTo(Doubt.Reason.LOUDNESS);
                    assertThat(doubt.span().sharedSeconds(SOFT)).isGreaterThan(0.2);
                });
        assertThat(doubts)
                .allMatch(d ->
                        d.span().widenedBy(0.1).contains(CLICK_SECONDS)
                                || d.span().overlaps(SOFT.widenedBy(0.1)));
    }

    /// A stretch that is turned up beyond what a file of integers can hold.
    @Test
    void whatIsOverFullScaleIsSaid() throws Exception {
        RecordedSpan loud = new RecordedSpan(1.2, 2.2);
        Session louder =
                derived.session()
                        .handling("double", h -> h.levelling(new LevelEdit(loud, 24, 0.05)));
        try (Engine engine = new Engine(new KeptWork(folder.resolve("kept")))) {
            Derived over =
                    new SoundCheck().listen(engine.derive(louder, Progress.NONE), () -> false);
            DerivedVoice made = over.voice("double").orElseThrow();
            List<RecordedSpan> told =
                    made.doubts().stream()
                            .filter(d -> d.reason() == Doubt.Reason.OVER)
                            .map(d -> over.clocks("double").recorded(d.span()))
                            .toList();
            assertThat(told).isNotEmpty().allMatch(loud.widenedBy(0.05)::overlaps);
            assertThat(told.stream().mapToDouble(RecordedSpan::seconds).sum()).isGreaterThan(0.2);
        }
    }

    @Test
    void whatIsKnownOfAVoiceIsNotListenedToAgain() {
        SoundCheck check = new SoundCheck();
        Derived worse = worse();
        assertThat(check.known(worse)).isEqualTo(worse);
        Derived checked = check.listen(worse, () -> false);
        int before = reads.get();
        assertThat(check.listen(worse, () -> false)).isEqualTo(checked);
        assertThat(check.known(worse)).isEqualTo(checked);
        assertThat(reads.get()).isEqualTo(before);
    }

    @Test
    void itStopsWhenNobodyWantsToKnow() {
        SoundCheck check = new SoundCheck();
        Derived worse = worse();
        assertThatThrownBy(() -> check.listen(worse, () -> reads.get() > 1))
                .isInstanceOf(CancellationException.class);
        assertThat(check.known(worse)).isEqualTo(worse);
    }

    /// The double with a click and a stretch that is too soft.
    private final class Worse implements VoiceSource {
        private final VoiceSource good;

        Worse(VoiceSource good) {
            this.good = good;
        }

        @Override
        public int sampleRateHertz() {
            return good.sampleRateHertz();
        }

        @Override
        public int channelCount() {
            return good.channelCount();
        }

        @Override
        public long frames() {
            return good.frames();
        }

        @Override
        public void read(int channel, long frame, float[] into, int count) {
            reads.incrementAndGet();
            good.read(channel, frame, into, count);
            for (int i = 0; i < count; i++) {
                double seconds = (double) (frame + i) / sampleRateHertz();
                if (frame + i == Math.round(CLICK_SECONDS * sampleRateHertz())) {
                    into[i] += 0.5f;
                }
                if (SOFT.contains(seconds)) {
                    into[i] *= 0.3f;
                }
            }
        }
    }
}
