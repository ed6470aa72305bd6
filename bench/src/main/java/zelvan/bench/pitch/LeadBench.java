package zelvan.bench.pitch;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import zelvan.analysis.Note;
import zelvan.analysis.PitchTrack;
import zelvan.audio.Sound;
import zelvan.bench.Scratch;
import zelvan.bench.others.Ear;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.dsp.Percentile;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.exchange.VoiceFolder;
import zelvan.files.Targets;
import zelvan.problem.ZelvanProblem;
import zelvan.render.VoiceSource;
import zelvan.session.Role;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.singers.DemoSession;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.ToneSet;
import zelvan.tuning.TuningSettings;
import zelvan.units.Pitch;

/// The lead tuned to its key and the doubles drawn to it, as another program hears what is
/// rendered: scripts/lead.
public final class LeadBench {
    /// What is shorter is passed through.
    private static final double SHORTEST_NOTE_SECONDS = 0.15;

    /// At the edges of a note a tracker hears both sides.
    private static final double EDGE_SECONDS = 0.04;

    private static final int STEADY_FRAMES = 6;

    private LeadBench() {}

    public static void main(String[] arguments) throws IOException, ZelvanProblem {
        try (Scratch scratch = Scratch.named("zelvan-lead")) {
            measure(scratch.folder());
        }
    }

    private static void measure(Path folder) throws IOException, ZelvanProblem {
        DemoSession.write(folder.resolve("demo"), Targets.replacingNothing());
        Ear ear = new Ear(folder);
        System.out.println(ear.words());
        try (Engine engine = new Engine(new KeptWork(folder.resolve("kept")))) {
            Session sung = VoiceFolder.session(List.of(folder.resolve("demo")));
            Voice guide = sung.guide().orElseThrow();
            Session tuned =
                    Turn.all(
                                    List.of(new Scope.OfVoice(guide.id())),
                                    guide.name(),
                                    "pitch",
                                    drawnTo(PitchTarget.KEY, 100))
                            .apply(sung);
            Session drawn =
                    Turn.all(
                                    List.of(new Scope.OfStack("doubles")),
                                    "Doubles",
                                    "pitch",
                                    drawnTo(PitchTarget.GUIDE, 0))
                            .apply(tuned);
            Derived derived = engine.derive(drawn, Progress.NONE);
            PitchTrack lead = ear.hear(sound(derived, guide));
            say(
                    "guide against the key's tones, as sung",
                    ofKey(derived, guide, ear.hear(raw(derived, guide))));
            say("guide against the key's tones", ofKey(derived, guide, lead));
            List<double[]> doubles = new ArrayList<>();
            for (Voice voice : drawn.followers()) {
                if (voice.role() == Role.DOUBLE) {
                    doubles.add(apart(ear.hear(sound(derived, voice)), lead));
                    say(voice.name() + " against the guide", doubles.getLast());
                }
            }
            say(
                    "doubles against the guide",
                    doubles.stream().flatMapToDouble(Arrays::stream).toArray());
        }
    }

    private static Settings drawnTo(PitchTarget target, double detail) {
        return Settings.of(TuningSettings.TARGET, target)
                .with(TuningSettings.PULL, 100.0)
                .with(TuningSettings.SLACK, 0.0)
                .with(TuningSettings.DETAIL, detail);
    }

    private static void say(String what, double[] cents) {
        double[] sizes = Arrays.stream(cents).map(Math::abs).toArray();
        System.out.printf(
                Locale.ROOT,
                "%-42s %5d values, median %5.1f, 90 %% within %5.1f cents%n",
                what,
                sizes.length,
                Percentile.median(sizes),
                Percentile.of(sizes, 90));
    }

    private static Sound sound(Derived derived, Voice voice) {
        return sound(derived.voice(voice.id()).orElseThrow().locked().orElseThrow());
    }

    private static Sound raw(Derived derived, Voice voice) {
        return sound(derived.voice(voice.id()).orElseThrow().raw().orElseThrow());
    }

    private static Sound sound(VoiceSource source) {
        float[] samples = new float[Math.toIntExact(source.frames())];
        source.read(0, 0, samples, samples.length);
        return Sound.owning(source.sampleRateHertz(), samples);
    }

    /// The middle of each note against the nearest tone.
    private static double[] ofKey(Derived derived, Voice guide, PitchTrack pitch) {
        DerivedVoice made = derived.voice(guide.id()).orElseThrow();
        ToneSet tones = derived.harmony().key().orElseThrow().tones();
        List<Double> off = new ArrayList<>();
        for (Note note : made.analysis().orElseThrow().notes()) {
            double[] cents =
                    cents(
                            pitch,
                            note.span().startSeconds() + EDGE_SECONDS,
                            note.span().endSeconds() - EDGE_SECONDS);
            if (note.span().seconds() >= SHORTEST_NOTE_SECONDS && cents.length > 0) {
                double middle = Pitch.A4_HERTZ * Pitch.ratio(Percentile.midmean(cents));
                double midi = Pitch.midiNoteOf(middle);
                off.add(100 * (midi - tones.nearest(midi)));
            }
        }
        return off.stream().mapToDouble(c -> c).toArray();
    }

    private static double[] cents(PitchTrack pitch, double from, double to) {
        List<Double> cents = new ArrayList<>();
        for (int f = pitch.frameAt(from); f <= pitch.frameAt(to); f++) {
            if (pitch.voiced(f)) {
                cents.add(Pitch.centsBetween(Pitch.A4_HERTZ, pitch.hertz(f)));
            }
        }
        return cents.stream().mapToDouble(c -> c).toArray();
    }

    /// Moment by moment, where both sing steadily.
    private static double[] apart(PitchTrack voice, PitchTrack lead) {
        List<Double> apart = new ArrayList<>();
        for (int f = STEADY_FRAMES;
                f + STEADY_FRAMES < Math.min(voice.frames(), lead.frames());
                f++) {
            if (isSteady(voice, f) && isSteady(lead, f)) {
                apart.add(Pitch.centsBetween(lead.hertz(f), voice.hertz(f)));
            }
        }
        return apart.stream().mapToDouble(c -> c).toArray();
    }

    private static boolean isSteady(PitchTrack pitch, int frame) {
        for (int f = frame - STEADY_FRAMES; f <= frame + STEADY_FRAMES; f++) {
            if (!pitch.voiced(f)) {
                return false;
            }
        }
        return Math.abs(
                        Pitch.centsBetween(
                                pitch.hertz(frame - STEADY_FRAMES),
                                pitch.hertz(frame + STEADY_FRAMES)))
                < 50;
    }
}
