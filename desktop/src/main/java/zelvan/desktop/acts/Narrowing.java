package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.DoubleStream;
import zelvan.session.Edit;
import zelvan.session.Voice;
import zelvan.takes.Syllables;
import zelvan.takes.Take;
import zelvan.takes.TakeMap;
import zelvan.units.GuideSpan;

/// Words of a phrase that come from another take than the rest of it.
///
/// @param voiceId whose
/// @param phrase among the guide's
public record Narrowing(State now, String voiceId, int phrase) {
    private static final double BESIDE_SECONDS = 0.1;

    private Optional<Voice> voice() {
        return now.voice(voiceId);
    }

    private TakeMap map() {
        return voice().map(now.derived()::takes).orElse(TakeMap.NONE);
    }

    private GuideSpan phraseSpan() {
        return map().phrases().get(phrase);
    }

    /// The nearest moment at which a syllable of the phrase begins, or the phrase begins or ends.
    ///
    /// @param guideSeconds as recorded
    public double snapped(double guideSeconds) {
        GuideSpan span = phraseSpan();
        List<Double> begins = now.derived().guideAnalysis().map(Syllables::of).orElse(List.of());
        return DoubleStream.concat(
                        DoubleStream.of(span.startSeconds(), span.endSeconds()),
                        begins.stream().mapToDouble(Double::doubleValue).filter(span::contains))
                .boxed()
                .min(Comparator.comparingDouble(s -> Math.abs(s - guideSeconds)))
                .orElse(guideSeconds);
    }

    /// Makes words of the phrase of a take.
    ///
    /// @param words a stretch of the guide
    public Act take(Take take, GuideSpan words) {
        if (take.figures().get(phrase).isEmpty()) {
            return Act.saying("This take does not sing it: take the words of one that does");
        }
        return voice().flatMap(v ->
                        now.derived()
                                .comp(v, map())
                                .map(comp -> comp.choosing(words, take))
                                .filter(clips -> !clips.equals(v.layer().clips()))
                                .map(clips ->
                                        Act.of(
                                                new Edit.Arrange(
                                                        v.id(),
                                                        v.name(),
                                                        "words in phrase " + (phrase + 1),
                                                        clips))))
                .orElse(Act.NOTHING);
    }

    /// Moves an edge of what is made of a take: what it leaves comes from the take beyond it.
    ///
    /// @param part of the phrase that is made of it
    /// @param ofStart whether its beginning is moved, or its end
    /// @param toSeconds where to, in the guide
    public Act move(Take take, GuideSpan part, boolean ofStart, double toSeconds) {
        double edge = ofStart ? part.startSeconds() : part.endSeconds();
        GuideSpan between = new GuideSpan(Math.min(edge, toSeconds), Math.max(edge, toSeconds));
        boolean wider = ofStart ? toSeconds < edge : toSeconds > edge;
        return wider
                ? take(take, between)
                : beyond(take, part, ofStart)
                        .map(other -> take(other, between))
                        .orElse(
                                Act.saying(
                                        "No other take sings this: add one that does, or silence it"
                                                + " (Shift+Delete)"));
    }

    /// The take that sounds beyond an edge, or beyond the phrase, or else the best of the others.
    private Optional<Take> beyond(Take take, GuideSpan part, boolean ofStart) {
        if (voice().isEmpty()) {
            return Optional.empty();
        }
        Voice voice = voice().get();
        List<Take> others =
                map().takes().stream()
                        .filter(t -> !t.isSame(take) && t.figures().get(phrase).isPresent())
                        .toList();
        List<Take> beside = new ArrayList<>();
        for (Take other : others) {
            if (map().parts(voice.layer(), other, phrase).stream()
                    .anyMatch(p -> touches(part, p, ofStart))) {
                beside.add(other);
            }
        }
        int next = phrase + (ofStart ? -1 : 1);
        if (next >= 0 && next < map().phrases().size()) {
            map().chosen(voice.layer(), next).filter(others::contains).ifPresent(beside::add);
        }
        beside.addAll(
                new Choosing(now)
                        .order(voice, phrase).stream().filter(t -> !t.isSame(take)).toList());
        return beside.stream().findFirst();
    }

    private static boolean touches(GuideSpan part, GuideSpan other, boolean ofStart) {
        return ofStart
                ? Math.abs(other.endSeconds() - part.startSeconds()) < BESIDE_SECONDS
                : Math.abs(other.startSeconds() - part.endSeconds()) < BESIDE_SECONDS;
    }
}
