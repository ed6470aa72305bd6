package zelvan.exchange;

import java.util.List;
import java.util.Locale;
import zelvan.audio.Headroom;
import zelvan.audio.Loudness;
import zelvan.audio.Sound;
import zelvan.audio.TruePeak;
import zelvan.units.Decibels;

/// A sound that was made as loud as is wanted, as a whole.
///
/// @param louderDecibels by how much, 0 if it was not
/// @param words what the user is told of that; empty if it was not
record Turned(Sound sound, double louderDecibels, String words) {
    /// As EBU R 128 asks, no true peak is higher.
    static final double HIGHEST_TRUE_PEAK_DECIBELS = -1;

    private static final double SILENT_PEAK = 1e-9;
    private static final int BLOCK_FRAMES = 1 << 14;

    static Turned not(Sound sound) {
        return new Turned(sound, 0, "");
    }

    private static Turned by(double decibels, Sound sound, String words) {
        return new Turned(
                sound.times((float) Decibels.toAmplitude(decibels)),
                decibels,
                String.format(
                        Locale.ROOT,
                        "%s by %.1f dB%s",
                        decibels < 0 ? "lowered" : "raised",
                        Math.abs(decibels),
                        words));
    }

    /// Its highest sample there; silence stays.
    static Turned toPeak(Sound sound, double peakDecibels) {
        double peak = Headroom.peak(sound);
        return peak < SILENT_PEAK
                ? not(sound)
                : by(
                        peakDecibels - Decibels.ofAmplitude(peak),
                        sound,
                        String.format(
                                Locale.ROOT, ": its highest peak is at %.1f dB", peakDecibels));
    }

    /// As loud as that, as far as no true peak comes out too high; silence stays.
    static Turned toLoudness(Sound sound, double wantedLufs) {
        double lufs = lufs(sound);
        if (Double.isInfinite(lufs)) {
            return not(sound);
        }
        double room = HIGHEST_TRUE_PEAK_DECIBELS - truePeakDecibels(sound);
        double louder = Math.min(wantedLufs - lufs, room);
        return by(
                louder,
                sound,
                String.format(
                        Locale.ROOT,
                        " to %.1f LUFS%s",
                        lufs + louder,
                        louder < wantedLufs - lufs
                                ? String.format(
                                        Locale.ROOT,
                                        ": louder, its true peaks would be over %.0f dB%s",
                                        HIGHEST_TRUE_PEAK_DECIBELS,
                                        places(sound, wantedLufs - lufs))
                                : ""));
    }

    /// Lowered if true peaks are too high.
    static Turned withinTruePeak(Sound sound) {
        double lowered = truePeakDecibels(sound) - HIGHEST_TRUE_PEAK_DECIBELS;
        return lowered <= 0
                ? not(sound)
                : by(
                        -lowered,
                        sound,
                        String.format(
                                Locale.ROOT,
                                " so that no true peak is over %.0f dB%s",
                                HIGHEST_TRUE_PEAK_DECIBELS,
                                places(sound, 0)));
    }

    private static double truePeakDecibels(Sound sound) {
        return Decibels.ofAmplitude(Math.max(SILENT_PEAK, TruePeak.of(sound)));
    }

    /// Where samples would be too high, so much louder.
    private static String places(Sound sound, double louderDecibels) {
        List<Double> places =
                Headroom.places(
                        sound, Decibels.toAmplitude(HIGHEST_TRUE_PEAK_DECIBELS - louderDecibels));
        return places.isEmpty() ? "" : ", at " + Headroom.words(places);
    }

    private static double lufs(Sound sound) {
        Loudness meter = new Loudness(sound.sampleRateHertz(), sound.channelCount());
        float[][] block = new float[sound.channelCount()][BLOCK_FRAMES];
        for (int at = 0; at < sound.frames(); at += BLOCK_FRAMES) {
            int count = Math.min(BLOCK_FRAMES, sound.frames() - at);
            for (int c = 0; c < block.length; c++) {
                sound.read(c, at, block[c], 0, count);
            }
            meter.add(block, count);
        }
        return meter.integratedLufs();
    }
}
