package zelvan.session;

import java.util.ArrayList;
import java.util.List;
import zelvan.align.Anchor;
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
/// @param held anchors that the user has set, in order
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
        List<Anchor> held,
        List<Protection> protections,
        Strip strip) {
    private static final double SAME_ANCHOR_SECONDS = 0.03;

    public Voice {
        phrases = List.copyOf(phrases);
        held = List.copyOf(held);
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
    public List<TimeSpan> timingProtected() {
        return protections.stream()
                .filter(p -> p.kind().protectsTiming())
                .map(Protection::span)
                .toList();
    }

    public Voice withAudio(AudioReference value) {
        return new Voice(id, name, value, role, stackId, timing, phrases, held, protections, strip);
    }

    public Voice withRole(Role value, String stack) {
        return new Voice(id, name, audio, value, stack, timing, phrases, held, protections, strip);
    }

    public Voice withTiming(TimingDeparture value) {
        return new Voice(id, name, audio, role, stackId, value, phrases, held, protections, strip);
    }

    public Voice withStrip(Strip value) {
        return new Voice(id, name, audio, role, stackId, timing, phrases, held, protections, value);
    }

    public Voice withProtections(List<Protection> value) {
        return new Voice(id, name, audio, role, stackId, timing, phrases, held, value, strip);
    }

    public Voice withHeld(List<Anchor> value) {
        return new Voice(
                id, name, audio, role, stackId, timing, phrases, value, protections, strip);
    }

    /// Sets or, with an empty departure, clears what is different in a phrase.
    public Voice withPhrase(TimeSpan guideSpan, TimingDeparture departure) {
        List<PhraseDeparture> changed = new ArrayList<>(phrases);
        changed.removeIf(p -> p.guideSpan().overlaps(guideSpan));
        if (!departure.isNone()) {
            changed.add(new PhraseDeparture(guideSpan, departure));
        }
        return new Voice(id, name, audio, role, stackId, timing, changed, held, protections, strip);
    }

    /// What is different in a phrase.
    public TimingDeparture phraseDeparture(TimeSpan guideSpan) {
        return phrases.stream()
                .filter(p -> p.guideSpan().overlaps(guideSpan))
                .findFirst()
                .map(PhraseDeparture::timing)
                .orElse(TimingDeparture.NONE);
    }

    /// Holds an anchor; one that is held at the same moment of the voice gives way, and so do those
    /// that contradict it.
    public Voice holding(Anchor anchor) {
        List<Anchor> anchors = new ArrayList<>(held);
        anchors.removeIf(a -> {
            double source = a.sourceSeconds() - anchor.sourceSeconds();
            double guide = a.guideSeconds() - anchor.guideSeconds();
            return Math.abs(source) < SAME_ANCHOR_SECONDS || source * guide <= 0;
        });
        anchors.add(anchor);
        anchors.sort(java.util.Comparator.comparingDouble(Anchor::sourceSeconds));
        return withHeld(anchors);
    }
}
