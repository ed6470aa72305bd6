package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.play.Program;
import zelvan.play.Version;
import zelvan.render.ResampledSource;
import zelvan.render.Shape;
import zelvan.render.SlowedSource;
import zelvan.render.VoiceRenderer;
import zelvan.render.VoiceSource;
import zelvan.session.Mix;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Strip;
import zelvan.session.Voice;
import zelvan.timing.TimeMap;
import zelvan.units.Decibels;

/// From what is wanted and derived to what is heard.
///
/// @param sampleRateHertz of the output
/// @param slowness how many times as slow as sung; 1 for as sung
/// @param rawVoiceIds voices that are heard raw in the locked version too
/// @param only nothing but those voices, muted or not; empty for whatever the session says
public record Listening(
        int sampleRateHertz, double slowness, Set<String> rawVoiceIds, Optional<Set<String>> only) {
    /// All voices in the same version, as the session says.
    public Listening(int sampleRateHertz, double slowness) {
        this(sampleRateHertz, slowness, Set.of(), Optional.empty());
    }

    /// @param session whose levels, mutes, solos and blend are in force
    /// @param derived where the sound comes from
    public Program program(Session session, Derived derived, Version version) {
        boolean anySolo = session.voices().stream().anyMatch(v -> v.strip().solo());
        List<Program.Track> tracks = new ArrayList<>();
        for (Voice voice : session.voices()) {
            double gain = gain(session, voice, anySolo);
            Optional<DerivedVoice> made =
                    derived.voice(voice.id())
                            .filter(m -> m.raw().isPresent() && m.locked().isPresent());
            if (gain > 0 && made.isPresent()) {
                double pan = session.settingsOf(voice).inForce(Strip.PAN) / 100;
                double angle = (pan + 1) * Math.PI / 4;
                VoiceSource raw = raw(made.get());
                boolean same = made.get().isUnchanged() || rawVoiceIds.contains(voice.id());
                if (version == Version.TAKEN && (same || !takesAway(made.get()))) {
                    continue;
                }
                tracks.add(
                        new Program.Track(
                                voice.id(),
                                raw,
                                same ? raw : locked(made.get(), version),
                                gain * Math.min(1, Math.sqrt(2) * Math.cos(angle)),
                                gain * Math.min(1, Math.sqrt(2) * Math.sin(angle))));
            }
        }
        return new Program(tracks, version, 1, slowness, session.mix().room());
    }

    private static boolean takesAway(DerivedVoice made) {
        return made.locked().orElseThrow() instanceof VoiceRenderer renderer
                && renderer.shape().takesAway();
    }

    private VoiceSource raw(DerivedVoice made) {
        return atOurRate(
                slowness == 1
                        ? made.raw().orElseThrow()
                        : slowed(made, Shape.of(TimeMap.IDENTITY)));
    }

    private VoiceSource locked(DerivedVoice made, Version version) {
        VoiceSource heard = made.locked().orElseThrow();
        if (slowness != 1) {
            heard =
                    heard instanceof VoiceRenderer renderer
                            ? slowed(made, renderer.shape())
                            : new SlowedSource(heard, slowness);
        }
        return atOurRate(
                version == Version.TAKEN && heard instanceof VoiceRenderer renderer
                        ? renderer.taken()
                        : heard);
    }

    private VoiceSource slowed(DerivedVoice made, Shape shape) {
        return made.sound()
                .<VoiceSource>map(
                        s -> s.along(shape.withTime(shape.time().slowed(slowness, s.seconds()))))
                .orElseGet(() -> new SlowedSource(made.raw().orElseThrow(), slowness));
    }

    private VoiceSource atOurRate(VoiceSource source) {
        return ResampledSource.at(sampleRateHertz, source);
    }

    private double gain(Session session, Voice voice, boolean anySolo) {
        double level = Decibels.toAmplitude(session.settingsOf(voice).inForce(Strip.LEVEL));
        if (only.isPresent()) {
            return only.get().contains(voice.id()) ? level : 0;
        }
        Mix mix = session.mix();
        boolean heard = !voice.strip().muted() && (!anySolo || voice.strip().solo());
        if (!heard || (voice.role() == Role.BED && !mix.bed())) {
            return 0;
        }
        double blend =
                switch (voice.role()) {
                    case GUIDE -> Math.min(1, 1 - mix.blend());
                    case BED -> 1;
                    case DOUBLE, HARMONY, OCTAVE, TAKE -> Math.min(1, 1 + mix.blend());
                };
        return blend * level;
    }
}
