package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.body.BodySettings;
import zelvan.derived.Derived;
import zelvan.level.LevelSettings;
import zelvan.level.SideSound;
import zelvan.play.Program;
import zelvan.play.Version;
import zelvan.render.VoiceSource;
import zelvan.session.Session;
import zelvan.setting.Settings;
import zelvan.testing.Takes;
import zelvan.timing.TimingSettings;
import zelvan.units.RecordedSpan;

/// What is heard of a voice: at half speed too, and what is taken away of it.
class ListeningTest extends SoundTestBase {
    private static final Settings SET =
            Settings.of(LevelSettings.ESSES, -12.0).with(BodySettings.LOW_CUT, 120.0);

    private static float[] heard(Derived derived, Version version, double slowness) {
        Program.Track track =
                new Listening(RATE, slowness)
                        .program(derived.session(), derived, version).tracks().stream()
                                .filter(t -> t.id().equals("voice"))
                                .findFirst()
                                .orElseThrow();
        VoiceSource source = version == Version.RAW ? track.raw() : track.locked();
        float[] samples = new float[(int) source.frames()];
        source.read(0, 0, samples, samples.length);
        return samples;
    }

    private Derived derive(Settings settings) throws Exception {
        Session session = session(Takes.LEAD, Takes.LOOSE, settings, h -> h);
        try (Engine engine = new Engine(new KeptWork(folder.resolve("kept")))) {
            return engine.derive(session, Progress.NONE);
        }
    }

    /// What is left and what is taken away make up the voice, whatever is done to its time.
    @Test
    void whatIsTakenAwayIsWhatIsMissing() throws Exception {
        Settings drawn = Settings.of(TimingSettings.PULL, 100.0);
        float[] whole = heard(derive(drawn), Version.LOCKED, 1);
        Derived turned = derive(Settings.of(LevelSettings.ESSES, -12.0).over(drawn));
        float[] left = heard(turned, Version.LOCKED, 1);
        float[] taken = heard(turned, Version.TAKEN, 1);
        double most = 0;
        for (int i = 0; i < taken.length; i++) {
            assertThat((double) left[i] + taken[i]).isCloseTo(whole[i], within(1e-6));
            most = Math.max(most, Math.abs(taken[i]));
        }
        assertThat(most).isGreaterThan(0.01);
    }

    @Test
    void whatNobodyChangesHasNothingTakenAway() throws Exception {
        for (Settings settings : List.of(Settings.NONE, Settings.of(TimingSettings.PULL, 100.0))) {
            Derived plain = derive(settings);
            assertThat(
                            new Listening(RATE, 1)
                                    .program(plain.session(), plain, Version.TAKEN)
                                    .tracks())
                    .isEmpty();
        }
    }

    /// Half as fast, everything is done to the voice that is done to it otherwise.
    @Test
    void halfAsFastEssesAreAsSoft() throws Exception {
        Derived turned = derive(SET);
        float[] slow = heard(turned, Version.LOCKED, 2);
        float[] rawSlow = heard(turned, Version.RAW, 2);
        List<SideSound> esses = sounds(turned.voice("voice").orElseThrow(), SideSound.Kind.ESS);
        assertThat(esses).isNotEmpty();
        for (SideSound ess : esses) {
            RecordedSpan there =
                    new RecordedSpan(2 * ess.span().startSeconds(), 2 * ess.span().endSeconds())
                            .widenedBy(-0.02);
            assertThat(decibels(slow, there) - decibels(rawSlow, there))
                    .isCloseTo(-12, within(1.0));
        }
    }
}
