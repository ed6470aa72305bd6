package zelvan.bench.artefacts;

import java.io.IOException;
import java.nio.file.FileVisitOption;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import zelvan.audio.AudioFileProblem;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.bench.voices.KnownVoice;
import zelvan.dsp.Resampler;

/// What is changed: the recordings of a folder, one after another, equally loud; or a singer.
record Track(String name, Sound sound) {
    static final int RATE_HERTZ = 48_000;

    private static final double BETWEEN_SECONDS = 0.25;
    private static final double SHORTEST_SECONDS = 0.2;
    private static final double FADE_SECONDS = 0.005;
    private static final float PEAK = 0.6f;
    private static final float SILENT = 1e-3f;

    /// Simulated singers.
    static List<Track> sung() {
        return KnownVoice.ALL.stream()
                .map(voice -> new Track(voice.name(), voice.sing(RATE_HERTZ).sound()))
                .toList();
    }

    /// One for each folder that holds sound files, in the order of their names.
    static List<Track> in(List<Path> folders) throws IOException {
        List<Track> tracks = new ArrayList<>();
        for (Path folder : folders) {
            try (Stream<Path> all = Files.walk(folder, FileVisitOption.FOLLOW_LINKS)) {
                Map<Path, List<Path>> byFolder =
                        all.filter(SoundFiles::hasAudioName)
                                .sorted()
                                .collect(
                                        Collectors.groupingBy(
                                                p -> p.resolveSibling(""),
                                                TreeMap::new,
                                                Collectors.toList()));
                for (Map.Entry<Path, List<Path>> one : byFolder.entrySet()) {
                    Track track = joined(one.getKey(), one.getValue());
                    if (track.sound().frames() > 0) {
                        tracks.add(track);
                    }
                }
            }
        }
        return tracks;
    }

    private static Track joined(Path folder, List<Path> files) {
        List<float[]> pieces = new ArrayList<>();
        for (Path file : files) {
            Sound sound;
            try {
                sound = SoundFiles.read(file).sound();
            } catch (AudioFileProblem e) {
                System.err.println(e.getMessage());
                continue;
            }
            float[] samples =
                    new Resampler(sound.sampleRateHertz(), RATE_HERTZ).resample(sound.mono());
            if (samples.length >= SHORTEST_SECONDS * RATE_HERTZ && normalise(samples)) {
                pieces.add(samples);
                pieces.add(new float[(int) (BETWEEN_SECONDS * RATE_HERTZ)]);
            }
        }
        float[] whole = new float[pieces.stream().mapToInt(p -> p.length).sum()];
        int at = 0;
        for (float[] piece : pieces) {
            System.arraycopy(piece, 0, whole, at, piece.length);
            at += piece.length;
        }
        return new Track(String.valueOf(folder.getFileName()), Sound.owning(RATE_HERTZ, whole));
    }

    private static boolean normalise(float[] samples) {
        float peak = 0;
        for (float x : samples) {
            peak = Math.max(peak, Math.abs(x));
        }
        if (peak < SILENT) {
            return false;
        }
        int fade = (int) (FADE_SECONDS * RATE_HERTZ);
        for (int i = 0; i < samples.length; i++) {
            int inside = Math.min(i, samples.length - 1 - i);
            samples[i] *= PEAK / peak * Math.min(1, (float) inside / fade);
        }
        return true;
    }
}
