package zelvan.desktop.model;

import java.util.ArrayList;
import java.util.List;
import zelvan.engine.Derived;
import zelvan.engine.DerivedVoice;
import zelvan.play.Program;
import zelvan.play.Version;
import zelvan.render.ResampledSource;
import zelvan.render.VoiceSource;
import zelvan.session.Mix;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.units.Decibels;

/// From what is wanted and derived to what is heard.
final class Listening {
    private Listening() {}

    /// @param session whose levels, mutes, solos and blend are in force
    /// @param derived where the sound comes from
    static Program program(Session session, Derived derived, Version version, int sampleRateHertz) {
        boolean anySolo = session.voices().stream().anyMatch(v -> v.strip().solo());
        List<Program.Track> tracks = new ArrayList<>();
        for (Voice voice : session.voices()) {
            double gain = gain(voice, session.mix(), anySolo);
            DerivedVoice made = derived.voice(voice.id()).orElse(null);
            if (gain > 0 && made != null && made.raw().isPresent() && made.locked().isPresent()) {
                VoiceSource raw = ResampledSource.at(sampleRateHertz, made.raw().get());
                boolean same = made.raw().get() == made.locked().get();
                VoiceSource locked =
                        same ? raw : ResampledSource.at(sampleRateHertz, made.locked().get());
                double angle = (voice.strip().pan() + 1) * Math.PI / 4;
                tracks.add(
                        new Program.Track(
                                raw,
                                locked,
                                gain * Math.min(1, Math.sqrt(2) * Math.cos(angle)),
                                gain * Math.min(1, Math.sqrt(2) * Math.sin(angle))));
            }
        }
        return new Program(tracks, version);
    }

    private static double gain(Voice voice, Mix mix, boolean anySolo) {
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
        return blend * Decibels.toAmplitude(voice.strip().gainDecibels());
    }
}
