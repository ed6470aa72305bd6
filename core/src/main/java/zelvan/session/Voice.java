package zelvan.session;

import java.util.ArrayList;
import java.util.List;
import zelvan.align.Anchor;
import zelvan.align.Marks;
import zelvan.timing.Fence;
import zelvan.timing.TimingSettings;
import zelvan.units.TimeSpan;

/// One track and what is wanted of it.
///
/// @param id unique in the session, never shown
/// @param name as the user calls it
/// @param audio its file
/// @param role what it is in the song
/// @param stackId the stack whose settings it shares; empty for the guide and the bed
/// @param timing where it departs from its stack
/// @param phrases where single phrases depart from that
/// @param anchors what the user has set: moments held and landmarks placed, in order. Of a voice
///   that follows, with moments of the guide as recorded; of the guide, with moments of the song
/// @param marks what the user makes of the landmarks found in it
/// @param protections in order
/// @param strip how it is heard
public record Voice(
        String id,
        String name,
        AudioReference audio,
        Role role,
        String stackId,
        TimingDeparture timing,
        List<PhraseDeparture> phrases,
        List<Anchor> anchors,
        Marks marks,
        List<Protection> protections,
        Strip strip) {
    private static final double SAME_ANCHOR_SECONDS = 0.02;

    public Voice {
        phrases = List.copyOf(phrases);
        anchors = List.copyOf(anchors);
        protections = List.copyOf(protections);
    }

    /// A track as it comes in: nothing is wanted of it yet.
    public static Voice of(
            String id, String name, AudioReference audio, Role role, String stackId) {
        return new Voice(
                id,
                name,
                audio,
                role,
                stackId,
                TimingDeparture.NONE,
                List.of(),
                List.of(),
                Marks.NONE,
                List.of(),
                Strip.PLAIN);
    }

    /// The settings in force at a moment of the guide.
    public TimingSettings timingAt(double guideSeconds, TimingSettings ofStack) {
        TimingSettings own = timing.over(ofStack);
        for (PhraseDeparture phrase : phrases) {
            if (phrase.guideSpan().contains(guideSeconds)) {
                return phrase.timing().over(own);
            }
        }
        return own;
    }

    /// The stretches whose timing must not change.
    public List<Fence> fences() {
        return protections.stream()
                .filter(p -> p.kind().protectsTiming())
                .map(p -> new Fence(p.span(), p.stays()))
                .toList();
    }

    public Voice withAudio(AudioReference value) {
        return new Voice(
                id,
                name,
                value,
                role,
                stackId,
                timing,
                phrases,
                anchors,
                marks,
                protections,
                strip);
    }

    public Voice withRole(Role value, String stack) {
        return new Voice(
                id, name, audio, value, stack, timing, phrases, anchors, marks, protections, strip);
    }

    public Voice withTiming(TimingDeparture value) {
        return new Voice(
                id, name, audio, role, stackId, value, phrases, anchors, marks, protections, strip);
    }

    public Voice withStrip(Strip value) {
        return new Voice(
                id,
                name,
                audio,
                role,
                stackId,
                timing,
                phrases,
                anchors,
                marks,
                protections,
                value);
    }

    public Voice withProtections(List<Protection> value) {
        return new Voice(
                id, name, audio, role, stackId, timing, phrases, anchors, marks, value, strip);
    }

    public Voice withAnchors(List<Anchor> value) {
        return new Voice(
                id, name, audio, role, stackId, timing, phrases, value, marks, protections, strip);
    }

    public Voice withMarks(Marks value) {
        return new Voice(
                id,
                name,
                audio,
                role,
                stackId,
                timing,
                phrases,
                anchors,
                value,
                protections,
                strip);
    }

    private Voice withPhrases(List<PhraseDeparture> value) {
        return new Voice(
                id, name, audio, role, stackId, timing, value, anchors, marks, protections, strip);
    }

    /// Sets or, with an empty departure, clears what is different in a phrase.
    public Voice withPhrase(TimeSpan guideSpan, TimingDeparture departure) {
        List<PhraseDeparture> changed = new ArrayList<>(phrases);
        changed.removeIf(p -> p.guideSpan().overlaps(guideSpan));
        if (!departure.isNone()) {
            changed.add(new PhraseDeparture(guideSpan, departure));
        }
        return withPhrases(changed);
    }

    /// What is different in a phrase.
    public TimingDeparture phraseDeparture(TimeSpan guideSpan) {
        return phrases.stream()
                .filter(p -> p.guideSpan().overlaps(guideSpan))
                .findFirst()
                .map(PhraseDeparture::timing)
                .orElse(TimingDeparture.NONE);
    }

    /// Sets an anchor; one that is set at the same moment of the voice or of the guide gives way,
    /// and so do those that contradict it.
    public Voice setting(Anchor anchor) {
        List<Anchor> all = new ArrayList<>(anchors);
        all.removeIf(a -> {
            double source = a.sourceSeconds() - anchor.sourceSeconds();
            double guide = a.guideSeconds() - anchor.guideSeconds();
            return Math.min(Math.abs(source), Math.abs(guide)) < SAME_ANCHOR_SECONDS
                    || source * guide <= 0;
        });
        all.add(anchor);
        all.sort(java.util.Comparator.comparingDouble(Anchor::sourceSeconds));
        return withAnchors(all);
    }

    /// Sets a protection; what it overlaps gives way.
    public Voice protecting(Protection protection) {
        List<Protection> all = new ArrayList<>(protections);
        all.removeIf(p -> p.span().overlaps(protection.span()));
        all.add(protection);
        all.sort(java.util.Comparator.comparingDouble(p -> p.span().startSeconds()));
        return withProtections(all);
    }

    public Voice without(Protection protection) {
        return withProtections(protections.stream().filter(p -> !p.equals(protection)).toList());
    }
}
