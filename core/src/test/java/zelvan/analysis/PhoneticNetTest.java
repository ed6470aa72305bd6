package zelvan.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.audio.Sound;
import zelvan.testing.Takes;

class PhoneticNetTest {
    private static double distance(float[] a, float[] b) {
        double sum = 0;
        for (int c = 0; c < a.length; c++) {
            sum += (a[c] - b[c]) * (a[c] - b[c]);
        }
        return Math.sqrt(sum / a.length);
    }

    /// The sound 50 ms into each vowel, in the order of the song.
    private static List<float[]> vowels(Takes.Take take) {
        VoiceAnalysis voice = take.analysis();
        return take.performance().moments().stream()
                .filter(moment -> moment.kind().equals("vowel"))
                .map(moment -> voice.phonetic().row(voice.frameAt(moment.seconds() + 0.05)))
                .toList();
    }

    private static double meanDistance(List<float[]> a, List<float[]> b, int later) {
        double sum = 0;
        for (int v = 0; v < a.size(); v++) {
            sum += distance(a.get(v), b.get((v + later) % b.size())) / a.size();
        }
        return sum;
    }

    /// Sung by another singer an octave lower, a vowel is nearer to itself than to any of the other
    /// vowels, on the average over the song, however far apart in it.
    @Test
    void theSameVowelOfAnotherSingerIsNearerThanAnotherSound() {
        List<float[]> lead = vowels(Takes.LEAD);
        List<float[]> low = vowels(Takes.LOW);
        for (int later = 1; later < low.size(); later++) {
            assertThat(meanDistance(lead, low, 0)).isLessThan(meanDistance(lead, low, later));
        }
    }

    @Test
    void theLevelDoesNotMatter() {
        float[] quiet = Takes.LEAD.sound().channel(0).clone();
        for (int i = 0; i < quiet.length; i++) {
            quiet[i] *= 0.25f;
        }
        VoiceAnalysis loud = Takes.LEAD.analysis();
        VoiceAnalysis soft = new VoiceAnalyser().analyse(Sound.owning(Takes.RATE_HERTZ, quiet));
        for (int f = 0; f < loud.frames(); f++) {
            assertThat(distance(loud.phonetic().row(f), soft.phonetic().row(f)))
                    .isCloseTo(0, within(0.05));
        }
    }

    @Test
    void silenceAndTheShortestVoiceHaveRowsToo() {
        VoiceAnalysis silence =
                new VoiceAnalyser().analyse(Sound.owning(Takes.RATE_HERTZ, new float[480]));
        assertThat(silence.phonetic().frames()).isEqualTo(silence.frames());
        for (int f = 0; f < silence.frames(); f++) {
            for (float value : silence.phonetic().row(f)) {
                assertThat(value).isFinite();
            }
        }
    }
}
