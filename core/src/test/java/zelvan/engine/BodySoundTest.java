package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.body.BodySettings;
import zelvan.derived.DerivedVoice;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Turn;
import zelvan.setting.Settings;
import zelvan.testing.Takes;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// What settings of the body do is heard.
class BodySoundTest extends SoundTestBase {
    /// A setting of the body is heard, of one phrase only there.
    @Test
    void aBodyIsGivenToAPhrase() throws Exception {
        GuideSpan phrase = Takes.LEAD.analysis().phrasesAsGuide().getFirst();
        float[] before = Takes.LOOSE.sound().mono();
        Session session = session(Takes.LEAD, Takes.LOOSE, Settings.NONE, h -> h);
        DerivedVoice made =
                derived(
                        Turn.all(
                                        List.of(new Scope.OfPhrase("voice", phrase)),
                                        "voice",
                                        "formants",
                                        Settings.of(BodySettings.FORMANTS, -2.0))
                                .apply(session));
        float[] after = samples(made);
        assertThat(made.isUnchanged()).isFalse();
        RecordedSpan there = made.alignment().inVoice(phrase);
        int from = (int) ((there.startSeconds() - 0.1) * RATE);
        int to = (int) ((there.endSeconds() + 0.1) * RATE);
        assertOnlyBetween(before, after, from, to);
        assertThat(decibels(after, there)).isCloseTo(decibels(before, there), within(1.5));
    }

    /// The guide's phrases are its own.
    @Test
    void aBodyIsGivenToAPhraseOfTheGuide() throws Exception {
        GuideSpan phrase = Takes.LEAD.analysis().phrasesAsGuide().get(1);
        float[] before = Takes.LEAD.sound().mono();
        Session session = session(Takes.LEAD, Takes.LOOSE, Settings.NONE, h -> h);
        DerivedVoice made =
                derived(
                        Turn.all(
                                        List.of(new Scope.OfPhrase("guide", phrase)),
                                        "guide",
                                        "formants",
                                        Settings.of(BodySettings.FORMANTS, -2.0))
                                .apply(session),
                        "guide");
        float[] after = samples(made);
        int from = (int) ((phrase.startSeconds() - 0.1) * RATE);
        int to = (int) ((phrase.endSeconds() + 0.1) * RATE);
        assertOnlyBetween(before, after, from, to);
    }

    private static void assertOnlyBetween(float[] before, float[] after, int from, int to) {
        assertThat(Arrays.mismatch(before, 0, from, after, 0, from)).isEqualTo(-1);
        assertThat(Arrays.mismatch(before, to, before.length, after, to, before.length))
                .isEqualTo(-1);
        assertThat(Arrays.mismatch(before, from, to, after, from, to)).isNotEqualTo(-1);
    }
}
