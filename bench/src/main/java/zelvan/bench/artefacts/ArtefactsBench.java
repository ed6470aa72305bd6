package zelvan.bench.artefacts;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import zelvan.analysis.PitchTrack;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.Sound;
import zelvan.bench.others.Ear;
import zelvan.bench.others.StretchingLibrary;
import zelvan.measure.Artefact;
import zelvan.measure.ArtefactFinder;
import zelvan.problem.ZelvanProblem;
import zelvan.render.EpochFinder;
import zelvan.render.Epochs;
import zelvan.render.VoiceRenderer;

/// Changes recordings, and measures what sounds afterwards that was not asked for: beside it the
/// same for a general-purpose library, if its command is there. Pitch is heard by another program,
/// if that is there, and by ours otherwise.
public final class ArtefactsBench {
    private static final long SEED = 1000;
    private static final String US = "ours";
    private static final String LIBRARY = "library";

    private final PrintStream out;
    private final Path folder;
    private final Ear ear;
    private final boolean library;
    private final boolean places;
    private final Map<String, List<Score>> scores = new LinkedHashMap<>();

    private ArtefactsBench(PrintStream out, Path folder, boolean library, boolean places) {
        this.out = out;
        this.folder = folder;
        this.library = library;
        this.places = places;
        this.ear = new Ear(folder);
    }

    /// @param arguments folders of recordings, or `singers` for simulated ones; `alone` measures
    ///   without the library, `places` prints where something was found
    public static void main(String[] arguments) throws IOException, ZelvanProblem {
        List<String> words = new ArrayList<>(List.of(arguments));
        boolean alone = words.remove("alone");
        boolean places = words.remove("places");
        boolean singers = words.remove("singers");
        if (words.isEmpty() && !singers) {
            System.err.println("Name a folder of recordings, or say: singers.");
            System.exit(2);
        }
        List<Track> tracks = new ArrayList<>(singers ? Track.sung() : List.of());
        tracks.addAll(Track.in(words.stream().map(Path::of).toList()));
        Path temporary = Files.createTempDirectory("zelvan-artefacts");
        boolean library = !alone && StretchingLibrary.isHere();
        ArtefactsBench bench = new ArtefactsBench(System.out, temporary, library, places);
        bench.run(tracks);
        Files.delete(temporary);
    }

    private void run(List<Track> tracks) throws IOException, ZelvanProblem {
        if (!library) {
            out.println("Measured without the library (package rubberband-cli).");
        }
        out.println(ear.words());
        long seed = SEED;
        double renderSeconds = 0;
        double librarySeconds = 0;
        double ourSound = 0;
        double librarySound = 0;
        for (Track track : tracks) {
            Sound sound = track.sound();
            PitchTrack heard = new VoiceAnalyser().analyse(sound).pitch();
            PitchTrack pitch = ear.hear(sound);
            note(track, pitch, heard);
            ArtefactFinder finder =
                    new ArtefactFinder(sound.mono(), sound.sampleRateHertz(), pitch);
            long start = System.nanoTime();
            Epochs epochs = new EpochFinder().find(sound, heard);
            renderSeconds += seconds(start);
            for (Trial trial : Trial.of(sound.seconds(), seed++)) {
                start = System.nanoTime();
                Sound ours = rendered(sound, epochs, trial);
                renderSeconds += seconds(start);
                ourSound += ours.seconds();
                score(track, trial, US, ours, finder, pitch);
                Optional<StretchingLibrary.Made> made =
                        library
                                ? StretchingLibrary.run(sound, trial.shape(), folder)
                                : Optional.empty();
                if (made.isPresent()) {
                    librarySeconds += made.get().seconds();
                    librarySound += made.get().sound().seconds();
                    score(track, trial, LIBRARY, made.get().sound(), finder, pitch);
                }
            }
        }
        print();
        out.printf(Locale.ROOT, "%nrendering %.0f times real time", ourSound / renderSeconds);
        if (librarySound > 0) {
            out.printf(Locale.ROOT, ", the library %.1f", librarySound / librarySeconds);
        }
        out.println();
    }

    private static double seconds(long startNanos) {
        return (System.nanoTime() - startNanos) * 1e-9;
    }

    private static Sound rendered(Sound sound, Epochs epochs, Trial trial) {
        VoiceRenderer renderer = new VoiceRenderer(sound, epochs, trial.shape());
        float[] samples = new float[(int) renderer.frames()];
        renderer.read(0, 0, samples, samples.length);
        return Sound.owning(sound.sampleRateHertz(), samples);
    }

    /// What of the voice that is heard by the other program is heard by us.
    private void note(Track track, PitchTrack pitch, PitchTrack heard) {
        int voiced = 0;
        int both = 0;
        int only = 0;
        for (int f = 0; f < pitch.frames(); f++) {
            boolean us = heard.voiced(heard.frameAt(f * pitch.hopSeconds()));
            voiced += pitch.voiced(f) ? 1 : 0;
            both += us && pitch.voiced(f) ? 1 : 0;
            only += us && !pitch.voiced(f) ? 1 : 0;
        }
        out.printf(
                Locale.ROOT,
                "%-24s %6.1f s, voiced %4.1f s: %5.1f %% of it heard by us, and %5.1f %% elsewhere%n",
                track.name(),
                track.sound().seconds(),
                voiced * pitch.hopSeconds(),
                100.0 * both / Math.max(1, voiced),
                100.0 * only / Math.max(1, pitch.frames() - voiced));
    }

    private void score(
            Track track,
            Trial trial,
            String who,
            Sound rendered,
            ArtefactFinder finder,
            PitchTrack pitch)
            throws IOException, ZelvanProblem {
        ArtefactFinder.Found found = finder.find(rendered.mono(), trial.shape().time());
        PitchTrack after = ear.hear(rendered);
        scores.computeIfAbsent(trial.name() + "\t" + who, key -> new ArrayList<>())
                .add(Score.of(track.sound(), rendered, trial.shape(), found, pitch, after));
        if (places && who.equals(US)) {
            for (Artefact artefact : found.artefacts()) {
                out.printf(
                        Locale.ROOT,
                        "  %s %s %s at %.3f s for %.0f ms: %+.1f dB%n",
                        track.name(),
                        trial.name(),
                        artefact.kind(),
                        artefact.span().startSeconds(),
                        1000 * artefact.span().seconds(),
                        artefact.decibels());
            }
        }
    }

    private void print() {
        out.printf("%n%-6s%-9s%s%n", "", "", Score.heads());
        scores.forEach((key, all) -> {
            String[] names = key.split("\t");
            out.printf("%-6s%-9s%s%n", names[0], names[1], Score.total(all));
        });
    }
}
