package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import zelvan.derived.Clocks;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.measure.CombMeter;
import zelvan.measure.Combing;
import zelvan.measure.LockMap;
import zelvan.measure.Opening;
import zelvan.render.ResampledSource;
import zelvan.render.VoiceSource;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.timing.TimingSettings;
import zelvan.units.GuideSpan;

/// Listens to pairs of voices as they sound now, for those that have become so alike that they
/// comb: each voice against the guide, and against the others of its stack.
final class PhaseGuard {
    /// Distinct takes measure 0.09 to 0.15, locked or not; the same take twice 0.97, mixed with
    /// another 0.6 and more.
    static final double ALIKE = 0.35;

    private static final double LONGEST_SECONDS = 3;

    private final Derived derived;
    private final BooleanSupplier cancelled;

    /// @param cancelled whether nobody wants to know any more
    PhaseGuard(Derived derived, BooleanSupplier cancelled) {
        this.derived = derived;
        this.cancelled = cancelled;
    }

    List<Combing> listen() {
        Session session = derived.session();
        List<Combing> found = new ArrayList<>();
        List<Voice> voices = session.followers();
        for (int i = 0; i < voices.size() && !cancelled.getAsBoolean(); i++) {
            Voice voice = voices.get(i);
            session.guide().ifPresent(guide -> compare(voice, guide, found));
            for (Voice other : voices.subList(0, i)) {
                if (other.stackId().equals(voice.stackId())) {
                    compare(voice, other, found);
                }
            }
        }
        return found;
    }

    private void compare(Voice voice, Voice other, List<Combing> found) {
        Optional<VoiceSource> a = sound(voice);
        Optional<VoiceSource> b =
                a.flatMap(
                        one -> sound(other).map(s -> ResampledSource.at(one.sampleRateHertz(), s)));
        if (a.isEmpty() || b.isEmpty()) {
            return;
        }
        for (GuideSpan phrase : derived.guidePhrases()) {
            if (cancelled.getAsBoolean() || !sings(voice, phrase) || !sings(other, phrase)) {
                continue;
            }
            double likeness =
                    CombMeter.likeness(
                            read(a.get(), phrase),
                            read(b.get(), phrase),
                            a.get().sampleRateHertz());
            if (likeness > ALIKE) {
                found.add(
                        new Combing(
                                voice.id(),
                                other.id(),
                                phrase,
                                likeness,
                                opening(voice, other, phrase)));
            }
        }
    }

    private Optional<VoiceSource> sound(Voice voice) {
        return derived.voice(voice.id()).flatMap(DerivedVoice::locked);
    }

    private boolean sings(Voice voice, GuideSpan phrase) {
        return !voice.role().follows()
                || derived.voice(voice.id()).stream()
                        .flatMap(made -> made.lock().cells().stream())
                        .anyMatch(c ->
                                c.phrase().equals(phrase) && c.state() != LockMap.State.SILENT);
    }

    /// The middle of a phrase where it sounds.
    private float[] read(VoiceSource source, GuideSpan phrase) {
        double middle = derived.guideClocks().songSecondsOfGuide(phrase.middleSeconds());
        double seconds = Math.min(LONGEST_SECONDS, phrase.seconds());
        float[] samples = new float[(int) (seconds * source.sampleRateHertz())];
        long from = Math.round((middle - seconds / 2) * source.sampleRateHertz());
        source.read(0, from, samples, samples.length);
        return samples;
    }

    private Optional<Double> opening(Voice voice, Voice other, GuideSpan phrase) {
        DerivedVoice made = derived.voice(voice.id()).orElseThrow();
        Clocks against = derived.clocks(other.id());
        boolean follows = other.role().follows();
        return Opening.slackSeconds(
                made.alignment(),
                made.timing().placement(),
                derived.session().inForce(voice, TimingSettings::of).apply(phrase.middleSeconds()),
                t ->
                        follows
                                ? against.songSeconds(against.recordedSecondsOf(t))
                                        - against.songSecondsOfGuide(t)
                                : 0,
                phrase);
    }
}
