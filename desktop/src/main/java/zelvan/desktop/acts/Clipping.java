package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import zelvan.align.Alignment;
import zelvan.analysis.VoiceAnalysis;
import zelvan.derived.DerivedVoice;
import zelvan.session.Clip;
import zelvan.session.ClipHandles;
import zelvan.session.Clips;
import zelvan.session.Edit;
import zelvan.session.Voice;
import zelvan.units.Clock;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// What is done to the stretches that voices are made of; their files stay as they are.
public record Clipping(State now) {
    /// So near to the beginning of a phrase it is meant.
    private static final double NEAR_SECONDS = 1;

    private static final double BREATH_SECONDS = 0.5;
    private static final double TAIL_SECONDS = 0.3;

    /// Silences what is dragged out, in the other selected voices where they sing the same; or the
    /// selected phrases.
    public Act silence() {
        List<Stretch> stretches = stretches();
        if (stretches.isEmpty()) {
            return Act.saying("Drag along a ribbon, or select phrases of voices: that is silenced");
        }
        return changed("silence", stretches, (clips, stretch) -> clips.silencing(stretch.span))
                .focusing(Focus.NOTHING);
    }

    /// Lets what is dragged out, or the selected phrases, be heard at a moment as well; what was
    /// there gives way.
    ///
    /// @param songSeconds where it begins then; near the beginning of a phrase of the guide, a
    ///   phrase begins there
    public Act copyTo(double songSeconds) {
        return to("copy", songSeconds, Clips::copying);
    }

    /// The same, and where it was there is silence.
    public Act moveTo(double songSeconds) {
        return to("move", songSeconds, Clips::moving);
    }

    private interface Laying {
        Clips lay(Clips clips, RecordedSpan span, double toSeconds);
    }

    private Act to(String what, double songSeconds, Laying laying) {
        List<Stretch> stretches = stretches();
        if (stretches.isEmpty()) {
            return Act.saying(
                    "Drag along a ribbon, or select a phrase of voices: that is put there");
        }
        Stretch first = stretches.getFirst();
        double to = now.clocks(first.voice.id()).recordedSeconds(songSeconds);
        double later = later(first, to);
        return changed(
                what,
                stretches,
                (clips, stretch) ->
                        laying.lay(
                                clips,
                                stretch.span,
                                Math.max(0, stretch.span.startSeconds() + later)));
    }

    /// By how much later a stretch is to lie.
    private double later(Stretch stretch, double toSeconds) {
        if (stretch.phrase.isEmpty()) {
            return toSeconds - stretch.span.startSeconds();
        }
        Alignment matched = now.matched(stretch.voice.id());
        double own = matched.sourceSecondsAt(stretch.phrase.get().startSeconds());
        return now.derived().guidePhrases().stream()
                        .map(p -> matched.sourceSecondsAt(p.startSeconds()))
                        .filter(s -> Math.abs(s - toSeconds) <= NEAR_SECONDS)
                        .min(Comparator.comparingDouble(s -> Math.abs(s - toSeconds)))
                        .orElse(toSeconds)
                - own;
    }

    /// Divides what is heard at a moment, in all selected voices.
    public Act divide(double songSeconds) {
        return atMoment("cut", songSeconds, (clips, seconds) -> clips.dividing(seconds));
    }

    /// Lets what is heard at a moment begin there.
    public Act begin(double songSeconds) {
        return ofClip("begin", songSeconds, ClipHandles::beginning);
    }

    /// Lets what is heard at a moment end there.
    public Act end(double songSeconds) {
        return ofClip("end", songSeconds, ClipHandles::ending);
    }

    /// Lets what is heard at a moment come in until then.
    public Act fadeIn(double songSeconds) {
        return ofClip(
                "fade in",
                songSeconds,
                (handles, seconds) -> handles.fadingIn(seconds - handles.clip().placedSeconds()));
    }

    /// Lets what is heard at a moment go from there on.
    public Act fadeOut(double songSeconds) {
        return ofClip(
                "fade out",
                songSeconds,
                (handles, seconds) ->
                        handles.fadingOut(
                                handles.clip().inVoice().orElseThrow().endSeconds() - seconds));
    }

    private Act ofClip(
            String what, double songSeconds, BiFunction<ClipHandles, Double, Clips> change) {
        return atMoment(
                what,
                songSeconds,
                (clips, seconds) ->
                        ClipHandles.at(clips, seconds)
                                .map(c -> change.apply(handles(clips, c), seconds))
                                .orElse(clips));
    }

    private Act atMoment(String what, double songSeconds, BiFunction<Clips, Double, Clips> change) {
        List<Stretch> moments =
                now.selected().stream()
                        .filter(v -> v.role().follows())
                        .map(v -> {
                            double own = now.clocks(v.id()).recordedSeconds(songSeconds);
                            return new Stretch(v, new RecordedSpan(own, own), Optional.empty());
                        })
                        .toList();
        return moments.isEmpty()
                ? Act.saying("Select voices first: it is done to them at the playhead")
                : changed(
                        what,
                        moments,
                        (clips, moment) -> change.apply(clips, moment.span.startSeconds()));
    }

    /// Does something to a stretch that is taken by its handle, and to those of the other selected
    /// voices where they sing the same.
    ///
    /// @param clip of the voice
    /// @param change what becomes of the stretches of a voice
    public Act byHandle(
            String voiceId, Clip clip, String what, Function<ClipHandles, Clips> change) {
        RecordedSpan place = clip.inVoice().orElseThrow();
        List<Stretch> stretches =
                with(voiceId).stream()
                        .map(v ->
                                new Stretch(
                                        v, sameIn(v, voiceId, place), Optional.<GuideSpan>empty()))
                        .toList();
        return changed(
                what,
                stretches,
                (clips, stretch) ->
                        (stretch.voice.id().equals(voiceId)
                                        ? Optional.of(clip)
                                        : ClipHandles.at(clips, stretch.span.middleSeconds()))
                                .map(c -> change.apply(handles(clips, c)))
                                .orElse(clips));
    }

    private ClipHandles handles(Clips clips, Clip clip) {
        return new ClipHandles(clips, clip, recordingSeconds(clip));
    }

    /// As long as nothing is known of a recording, it is taken to go on: what is not there is
    /// silent.
    private double recordingSeconds(Clip clip) {
        return now.derived().recordingSeconds(clip.recordingId()).orElse(Double.MAX_VALUE);
    }

    /// What is to be changed of a voice.
    ///
    /// @param phrase if it is one
    private record Stretch(Voice voice, RecordedSpan span, Optional<GuideSpan> phrase) {}

    /// What is dragged out, or the selected phrases of the selected voices.
    private List<Stretch> stretches() {
        if (now.focus() instanceof Focus.OnRange(String voiceId, RecordedSpan span)) {
            return with(voiceId).stream()
                    .map(v -> new Stretch(v, sameIn(v, voiceId, span), Optional.<GuideSpan>empty()))
                    .toList();
        }
        List<Stretch> stretches = new ArrayList<>();
        for (Voice voice : now.selected()) {
            if (voice.role().follows()) {
                for (GuideSpan phrase : now.selection().phrases()) {
                    stretches.add(
                            new Stretch(voice, withBreath(voice, phrase), Optional.of(phrase)));
                }
            }
        }
        return stretches;
    }

    /// A phrase with the breath before it and what dies away after it.
    private RecordedSpan withBreath(Voice voice, GuideSpan phrase) {
        RecordedSpan own = now.matched(voice.id()).inVoice(phrase);
        double from = own.startSeconds() - BREATH_SECONDS;
        double to = own.endSeconds() + TAIL_SECONDS;
        List<RecordedSpan> phrases =
                now.made(voice.id())
                        .flatMap(DerivedVoice::analysis)
                        .map(VoiceAnalysis::phrases)
                        .orElse(List.of());
        for (RecordedSpan other : phrases) {
            if (other.endSeconds() <= own.startSeconds()) {
                from = Math.max(from, other.endSeconds());
            }
            if (other.startSeconds() >= own.endSeconds()) {
                to = Math.min(to, other.startSeconds());
            }
        }
        return new RecordedSpan(Math.max(0, from), to);
    }

    private Act changed(
            String what, List<Stretch> stretches, BiFunction<Clips, Stretch, Clips> change) {
        Map<Voice, List<Stretch>> ofVoices =
                stretches.stream()
                        .collect(
                                Collectors.groupingBy(
                                        Stretch::voice, LinkedHashMap::new, Collectors.toList()));
        List<Edit> edits = new ArrayList<>();
        for (Map.Entry<Voice, List<Stretch>> each : ofVoices.entrySet()) {
            Voice voice = each.getKey();
            Optional<Clips> after =
                    changed(
                            voice,
                            clips -> {
                                Clips changed = clips;
                                for (Stretch stretch : each.getValue()) {
                                    changed = change.apply(changed, stretch);
                                }
                                return changed;
                            });
            if (after.isPresent() && after.get().all().isEmpty()) {
                return Act.saying("Nothing would be left of " + voice.name() + ": mute it instead");
            }
            after.ifPresent(
                    clips -> edits.add(edit(voice, what, each.getValue().getFirst().span, clips)));
        }
        String title = what.substring(0, 1).toUpperCase(Locale.ROOT) + what.substring(1);
        return Act.together(title + " in " + edits.size() + " voices", edits);
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
