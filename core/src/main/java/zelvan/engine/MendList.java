package zelvan.engine;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.SoundFile;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.derived.ToMend;
import zelvan.measure.Audibility;
import zelvan.measure.Combing;
import zelvan.measure.EssMeter;
import zelvan.measure.Flaw;
import zelvan.measure.FlawFinder;
import zelvan.measure.Followed;
import zelvan.measure.Levels;
import zelvan.measure.LockMap;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Strip;
import zelvan.session.Voice;
import zelvan.timing.Fence;
import zelvan.units.Curve;

/// Everything that is left to mend, what is heard first first.
///
/// How it works: what each voice leaves to hear, what is doubted of it, where it pauses though its
/// stack sings, and where two comb, are put in one order by [Audibility]. Of a voice that is muted
/// nothing is heard. How loud the esses of a recording are is measured once.
final class MendList {
    private final Derived derived;
    private final Session session;
    private final Map<String, double[]> essDecibels;
    private final BooleanSupplier cancelled;
    private final List<ToMend> found = new ArrayList<>();

    /// @param essDecibels of recordings that were heard before, by their SHA-256; more are added
    /// @param cancelled whether nobody wants to know any more
    MendList(Derived derived, Map<String, double[]> essDecibels, BooleanSupplier cancelled) {
        this.derived = derived;
        this.cancelled = cancelled;
        this.essDecibels = essDecibels;
        session = derived.session();
    }

    /// @param combing what is known of voices that comb
    /// @throws CancellationException if nobody wants to know any more
    List<ToMend> list(List<Combing> combing) {
        Map<String, Followed> followed = followed();
        Map<String, Levels> levels = new LinkedHashMap<>();
        followed.forEach((id, f) -> levels.put(id, levels(derived.voice(id).orElseThrow(), f)));
        for (Voice voice : session.voices()) {
            if (cancelled.getAsBoolean()) {
                throw new CancellationException("something newer is wanted");
            }
            if (voice.strip().muted() || voice.role() == Role.BED) {
                continue;
            }
            derived.doubts(voice).stream().map(Flaw::of).forEach(flaw -> add(voice, flaw));
            Followed beside = followed.get(voice.id());
            Levels own = levels.get(voice.id());
            if (beside != null && own != null) {
                FlawFinder.find(
                                beside,
                                cells(voice),
                                own,
                                stackOf(voice)
                                        .flatMap(v -> Stream.ofNullable(levels.get(v.id())))
                                        .toList(),
                                mates(voice, followed),
                                levelAboveGuide(voice))
                        .forEach(flaw -> add(voice, flaw));
                pauses(voice);
            }
        }
        for (Combing pair : combing) {
            session.voice(pair.voiceId())
                    .filter(v -> !v.strip().muted())
                    .ifPresent(v -> found.add(combing(pair)));
        }
        found.sort(
                Comparator.comparingDouble((ToMend m) -> -m.flaw().plainness())
                        .thenComparingDouble(m -> m.flaw().span().startSeconds()));
        return List.copyOf(found);
    }

    private void add(Voice voice, Flaw flaw) {
        found.add(new ToMend(voice.id(), flaw, Optional.empty()));
    }

    private static ToMend combing(Combing pair) {
        return new ToMend(
                pair.voiceId(),
                new Flaw(
                        Flaw.Kind.COMBING,
                        pair.phrase(),
                        0,
                        Audibility.ofCombing(pair.likeness(), PhaseGuard.ALIKE)),
                Optional.of(pair));
    }

    /// The voices that can be put beside the guide, by id.
    private Map<String, Followed> followed() {
        Map<String, Followed> all = new LinkedHashMap<>();
        Optional<VoiceAnalysis> guide = derived.guideAnalysis();
        for (Voice voice : session.followers()) {
            Optional<DerivedVoice> made = derived.voice(voice.id());
            // Of a voice that is derived from another guide nothing can be told.
            made.filter(m -> m.lock().cells().size() == derived.guidePhrases().size())
                    .flatMap(DerivedVoice::analysis)
                    .flatMap(heard -> guide.map(g -> followed(voice, made.get(), g, heard)))
                    .ifPresent(f -> all.put(voice.id(), f));
        }
        return all;
    }

    private Followed followed(
            Voice voice, DerivedVoice made, VoiceAnalysis guide, VoiceAnalysis heard) {
        return new Followed(
                guide,
                derived.guideMap(),
                heard,
                made.alignment(),
                made.timing().map(),
                made.pitched().matched(),
                made.pitched().result(),
                made.levelled().result().gainDecibels(),
                session.guide()
                        .flatMap(g -> derived.voice(g.id()))
                        .map(g -> g.levelled().result().gainDecibels())
                        .orElse(Curve.NONE),
                voice.role() != Role.HARMONY,
                session.harmony().key(),
                session.handOf(voice).fences().stream().map(Fence::span).toList(),
                session.handOf(voice).pitchFences());
    }

    private Stream<Voice> stackOf(Voice voice) {
        return session.followers().stream().filter(v -> v.stackId().equals(voice.stackId()));
    }

    private List<Followed> mates(Voice voice, Map<String, Followed> all) {
        return stackOf(voice)
                .filter(v -> !v.equals(voice))
                .flatMap(v -> Stream.ofNullable(all.get(v.id())))
                .toList();
    }

    private Levels levels(DerivedVoice made, Followed followed) {
        SoundFile file = made.file().orElseThrow();
        double[] esses =
                essDecibels.computeIfAbsent(
                        file.sha256(),
                        heard -> EssMeter.decibels(file.sound(), followed.heard().esses()));
        return Levels.of(followed, made.lock().cells(), esses);
    }

    private double levelAboveGuide(Voice voice) {
        return session.settingsOf(voice).inForce(Strip.LEVEL)
                - session.guide().map(g -> session.settingsOf(g).inForce(Strip.LEVEL)).orElse(0.0);
    }

    /// Where a voice pauses that sings before and after, and most others of its stack sing there.
    private void pauses(Voice voice) {
        List<LockMap.Cell> own = cells(voice);
        List<List<LockMap.Cell>> others =
                stackOf(voice)
                        .filter(v -> !v.equals(voice))
                        .map(this::cells)
                        .filter(cells -> cells.size() == own.size())
                        .toList();
        for (int i = 1; i + 1 < own.size(); i++) {
            int at = i;
            int singing = (int) others.stream().filter(cells -> sings(cells.get(at))).count();
            boolean alone = sings(own.get(i - 1)) && !sings(own.get(i)) && sings(own.get(i + 1));
            if (alone && 2 * singing > others.size()) {
                add(
                        voice,
                        new Flaw(
                                Flaw.Kind.PAUSE,
                                own.get(i).phrase(),
                                0,
                                Audibility.ofPause(singing)));
            }
        }
    }

    private List<LockMap.Cell> cells(Voice voice) {
        return derived.voice(voice.id()).map(made -> made.lock().cells()).orElse(List.of());
    }

    private static boolean sings(LockMap.Cell cell) {
        return cell.state() != LockMap.State.SILENT;
    }
}
