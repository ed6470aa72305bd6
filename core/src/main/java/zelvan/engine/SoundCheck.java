package zelvan.engine;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.WeakHashMap;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;
import zelvan.derived.Clocks;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.measure.Artefact;
import zelvan.measure.ArtefactFinder;
import zelvan.measure.Doubt;
import zelvan.render.Shape;
import zelvan.render.VoiceRenderer;
import zelvan.render.VoiceSource;
import zelvan.timing.TimeMap;
import zelvan.tuning.PitchMap;
import zelvan.units.ClockSpan;
import zelvan.units.Decibels;
import zelvan.units.SongSpan;

/// Listens to voices as they sound now, for places that sound worse than they were recorded. What
/// was heard of a voice is remembered as long as it sounds the same.
///
/// Thread safety: any thread may call it.
final class SoundCheck {
    /// What is no further apart is one place.
    private static final double SAME_PLACE_SECONDS = 0.25;

    /// Shorter ones are not heard: loudness, colour.
    private static final double SHORTEST_SECONDS = 0.03;

    private static final int BLOCK_FRAMES = 1 << 16;

    private final Map<VoiceSource, List<Artefact>> known =
            Collections.synchronizedMap(new WeakHashMap<>());

    /// The same with the doubts that are known already.
    Derived known(Derived derived) {
        Map<String, List<Doubt>> doubts = new HashMap<>();
        derived.voices()
                .forEach((id, made) ->
                        made.locked()
                                .map(known::get)
                                .ifPresent(a -> doubts.put(id, doubts(derived, made, a))));
        return derived.withDoubts(doubts);
    }

    /// The same with all doubts; listens to the voices of which nothing is known.
    ///
    /// @param cancelled whether nobody wants to know any more
    /// @throws CancellationException if it is so
    Derived listen(Derived derived, BooleanSupplier cancelled) {
        for (DerivedVoice made : derived.voices().values()) {
            Optional<VoiceSource> locked = made.locked();
            if (!made.isUnchanged() && locked.isPresent() && !known.containsKey(locked.get())) {
                known.put(locked.get(), artefacts(made, locked.get(), cancelled));
            }
        }
        return known(derived);
    }

    private static List<Artefact> artefacts(
            DerivedVoice made, VoiceSource locked, BooleanSupplier cancelled) {
        if (made.file().isEmpty() || made.analysis().isEmpty()) {
            return List.of();
        }
        Sound sound = made.file().get().sound();
        VoiceAnalysis heard = made.analysis().get();
        List<Artefact> artefacts = new ArrayList<>();
        float[] sounding = mono(locked, cancelled, artefacts);
        artefacts.addAll(
                new ArtefactFinder(
                                wanted(made, locked, cancelled),
                                sound.sampleRateHertz(),
                                heard.pitch())
                        .find(sounding, made.timing().map(), cancelled)
                        .artefacts());
        return artefacts;
    }

    /// The voice as recorded, but as loud and of such a body as is wanted: what changed on purpose
    /// did not come out worse.
    private static float[] wanted(
            DerivedVoice made, VoiceSource locked, BooleanSupplier cancelled) {
        Shape shape =
                locked instanceof VoiceRenderer renderer
                        ? renderer.shape().withTime(TimeMap.IDENTITY).withPitch(PitchMap.NONE)
                        : Shape.of(TimeMap.IDENTITY);
        return shape.isNone() || made.sound().isEmpty()
                ? made.file().orElseThrow().sound().mono()
                : mono(made.sound().get().along(shape), cancelled, new ArrayList<>());
    }

    /// @param over receives the places where a channel is over full scale
    private static float[] mono(
            VoiceSource source, BooleanSupplier cancelled, List<Artefact> over) {
        float[] mono = new float[Math.toIntExact(source.frames())];
        float[] block = new float[BLOCK_FRAMES];
        for (int at = 0; at < mono.length; at += BLOCK_FRAMES) {
            if (cancelled.getAsBoolean()) {
                throw new CancellationException("nobody wants to know any more");
            }
            int count = Math.min(BLOCK_FRAMES, mono.length - at);
            for (int c = 0; c < source.channelCount(); c++) {
                source.read(c, at, block, count);
                for (int i = 0; i < count; i++) {
                    mono[at + i] += block[i] / source.channelCount();
                    if (Math.abs(block[i]) > 1) {
                        addOver(over, at + i, block[i], source.sampleRateHertz());
                    }
                }
            }
        }
        return mono;
    }

    /// What lies near the last one belongs to it.
    private static void addOver(List<Artefact> over, int frame, float sample, int sampleRateHertz) {
        double decibels = Decibels.ofAmplitude(Math.abs(sample));
        SongSpan span =
                new SongSpan((double) frame / sampleRateHertz, (frame + 1.0) / sampleRateHertz);
        boolean near =
                !over.isEmpty()
                        && over.getLast().span().widenedBy(SAME_PLACE_SECONDS).overlaps(span);
        if (near) {
            Artefact last = over.removeLast();
            span =
                    new SongSpan(
                            Math.min(last.span().startSeconds(), span.startSeconds()),
                            Math.max(last.span().endSeconds(), span.endSeconds()));
            decibels = Math.max(last.decibels(), decibels);
        }
        over.add(new Artefact(Artefact.Kind.OVER, span, decibels));
    }

    /// What is doubted of a voice already, and the places of the artefacts, in order.
    private static List<Doubt> doubts(Derived derived, DerivedVoice made, List<Artefact> found) {
        List<Doubt> doubts = new ArrayList<>();
        Clocks clocks = derived.guideClocks();
        for (Doubt.Reason reason :
                List.of(
                        Doubt.Reason.CLICK,
                        Doubt.Reason.LOUDNESS,
                        Doubt.Reason.ROUGH,
                        Doubt.Reason.OVER)) {
            List<SongSpan> spans =
                    found.stream()
                            .filter(a -> reason(a.kind()) == reason)
                            .filter(a ->
                                    reason == Doubt.Reason.CLICK
                                            || reason == Doubt.Reason.OVER
                                            || a.span().seconds() >= SHORTEST_SECONDS)
                            .map(Artefact::span)
                            .sorted(Comparator.comparingDouble(SongSpan::startSeconds))
                            .toList();
            for (SongSpan place : ClockSpan.joined(spans, SAME_PLACE_SECONDS)) {
                doubts.add(new Doubt(clocks.guide(place), reason));
            }
        }
        return doubts;
    }

    private static Doubt.Reason reason(Artefact.Kind kind) {
        return switch (kind) {
            case CLICK, STEP -> Doubt.Reason.CLICK;
            case LEVEL -> Doubt.Reason.LOUDNESS;
            case FLAT -> Doubt.Reason.ROUGH;
            case OVER -> Doubt.Reason.OVER;
        };
    }
}
