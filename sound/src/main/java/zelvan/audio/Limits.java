package zelvan.audio;

import java.nio.file.Path;
import java.util.Locale;

/// What a file must be for its sound to be worked on, whatever it was coded with.
final class Limits {
    private static final int MOST_CHANNELS = 32;
    private static final int BLOCK_FRAMES = 1 << 15;

    private Limits() {}

    static void checkForm(Path file, double rateHertz, int channels) throws AudioFileProblem {
        if (!(rateHertz >= SoundFiles.LOWEST_RATE_HERTZ
                && rateHertz <= SoundFiles.HIGHEST_RATE_HERTZ)) {
            throw new AudioFileProblem(
                    file,
                    String.format(
                            Locale.ROOT,
                            "its sample rate is %.0f Hz; %d to %d Hz are read",
                            rateHertz,
                            SoundFiles.LOWEST_RATE_HERTZ,
                            SoundFiles.HIGHEST_RATE_HERTZ),
                    "Export it again at the rate of its session");
        }
        if (channels < 1 || channels > MOST_CHANNELS) {
            throw new AudioFileProblem(
                    file,
                    "it has " + channels + " channels; up to " + MOST_CHANNELS + " are read",
                    "Export the voice by itself");
        }
    }

    static void checkContent(Path file, Sound sound) throws AudioFileProblem {
        if (sound.frames() == 0) {
            throw new AudioFileProblem(file, "there are no samples in it", "Export it again");
        }
        boolean silent = true;
        float[] samples = new float[BLOCK_FRAMES];
        for (int c = 0; c < sound.channelCount(); c++) {
            for (int from = 0; from < sound.frames(); from += samples.length) {
                sound.read(c, from, samples, 0, samples.length);
                for (int i = 0; i < samples.length; i++) {
                    if (!Float.isFinite(samples[i])) {
                        throw notANumber(file, (double) (from + i) / sound.sampleRateHertz());
                    }
                    silent &= samples[i] == 0;
                }
            }
        }
        if (silent) {
            throw new AudioFileProblem(
                    file,
                    "it is silent from end to end",
                    "Check that the right track was exported");
        }
    }

    private static AudioFileProblem notANumber(Path file, double seconds) {
        return new AudioFileProblem(
                file,
                String.format(
                        Locale.ROOT,
                        "it holds samples that are not numbers, the first at %.3f s",
                        seconds),
                "Export it again from its session");
    }

    static AudioFileProblem tooLong(Path file, String length) {
        return new AudioFileProblem(
                file,
                "it is too long ("
                        + length
                        + "; up to "
                        + minutes(SoundFiles.LONGEST_SECONDS)
                        + " is read)",
                "Cut it to the song");
    }

    static String minutes(double seconds) {
        return seconds >= 3600
                ? String.format(Locale.ROOT, "%.1f h", seconds / 3600)
                : String.format(Locale.ROOT, "%.0f min", seconds / 60);
    }
}
