package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import zelvan.align.Alignment;
import zelvan.derived.DerivedVoice;
import zelvan.session.Clips;
import zelvan.session.Edit;
import zelvan.session.Voice;
import zelvan.units.Clock;
import zelvan.units.RecordedSpan;

/// What is done to the stretches that voices are made of; their files stay as they are.
public record Clipping(State now) {
    /// Silences what is dragged out, in the other selected voices where they sing the same.
    public Act silence() {
        if (!(now.focus() instanceof Focus.OnRange(String voiceId, RecordedSpan span))) {
            return Act.saying("Drag along a ribbon first: what is dragged out is silenced");
        }
        List<Edit> edits = new ArrayList<>();
        for (Voice voice : with(voiceId)) {
            Optional<Clips> left = changed(voice, c -> c.silencing(sameIn(voice, voiceId, span)));
            if (left.isPresent() && left.get().all().isEmpty()) {
                return Act.saying("Nothing would be left of " + voice.name() + ": mute it instead");
            }
            left.ifPresent(clips -> edits.add(edit(voice, "silence", span, clips)));
        }
        return Act.together("Silence in " + edits.size() + " voices", edits)
                .focusing(Focus.NOTHING);
    }

    /// Lets what is dragged out be heard at a moment as well; what was there gives way.
    ///
    /// @param songSeconds where it begins then
    public Act copyTo(double songSeconds) {
        if (!(now.focus() instanceof Focus.OnRange(String voiceId, RecordedSpan span))) {
            return Act.saying("Drag along a ribbon first: what is dragged out is copied");
        }
        Voice voice = now.voice(voiceId).orElseThrow();
        double own = now.clocks(voiceId).recordedSeconds(songSeconds);
        return changed(voice, c -> c.copying(span, Math.max(0, own)))
                .map(clips -> Act.of(edit(voice, "copy", span, clips)))
                .orElse(Act.NOTHING);
    }

    private List<Voice> with(String voiceId) {
        return Stream.concat(
                        now.voice(voiceId).stream(),
                        now.isGuide(voiceId)
                                ? Stream.empty()
                                : now.selectedWith(voiceId).stream()
                                        .filter(v -> v.role().follows()))
                .toList();
    }

    private RecordedSpan sameIn(Voice voice, String voiceId, RecordedSpan span) {
        Alignment matched = now.matched(voice.id());
        return voice.id().equals(voiceId)
                ? span
                : matched.inVoice(now.matched(voiceId).inGuide(span));
    }

    /// Empty where nothing of it changes, or the voice is not there yet.
    private Optional<Clips> changed(Voice voice, UnaryOperator<Clips> change) {
        return now.made(voice.id())
                .flatMap(DerivedVoice::outline)
                .map(outline -> Clips.of(voice.layer(), outline.seconds()))
                .flatMap(before ->
                        Optional.of(change.apply(before)).filter(after -> !after.equals(before)));
    }

    private static Edit edit(Voice voice, String what, RecordedSpan span, Clips clips) {
        return new Edit.Arrange(
                voice.id(),
                voice.name(),
                what + " at " + Clock.text(span.startSeconds(), 1),
                clips.all());
    }
}
