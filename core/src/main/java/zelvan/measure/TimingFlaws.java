package zelvan.measure;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.Transition;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;
import zelvan.units.Search;

/// Beginnings and ends that are heard apart from the guide's: of each phrase the plainest
/// consonant, vowel and end.
///
/// What belongs together there is what was matched. Where that is doubtful, the moment at which a
/// phrase begins to have a pitch belongs to that of the phrase that the voice begins nearby: there
/// is silence before both, and nothing else that it could be.
final class TimingFlaws {
    /// From this much change on a beginning is as abrupt as a burst.
    private static final double ABRUPT_DECIBELS = 12;

    private static final double SAME_MOMENT_SECONDS = 0.015;

    /// A phrase's first and last moments may lie this far outside it.
    private static final double EDGE_SECONDS = 0.02;

    private static final double AROUND_SECONDS = 0.1;

    /// A phrase has a pitch so soon; what is further apart is something else.
    private static final double ENTRY_SECONDS = 0.25;

    private static final int VOICED_FRAMES = 8;

    private final Followed voice;

    TimingFlaws(Followed voice) {
        this.voice = voice;
    }

    List<Flaw> in(GuideSpan phrase) {
        Map<LandmarkKind, Flaw> plainest = new EnumMap<>(LandmarkKind.class);
        for (Anchor anchor : voice.alignment().anchorsIn(phrase.widenedBy(EDGE_SECONDS))) {
            // What is held away from the guide is meant to be there.
            if (isSure(anchor) && !anchor.held() && !voice.keepsTimingAt(anchor.sourceSeconds())) {
                anchor.kind()
                        .ifPresent(kind -> plainest.merge(kind, flaw(kind, anchor), this::plainer));
            }
        }
        if (!plainest.containsKey(LandmarkKind.VOWEL) || !isSureAtStart(phrase)) {
            entry(phrase)
                    .ifPresent(flaw -> plainest.merge(LandmarkKind.VOWEL, flaw, this::plainer));
        }
        List<Flaw> flaws = new ArrayList<>(plainest.values());
        flaws.sort(Comparator.comparingDouble(f -> f.span().startSeconds()));
        return flaws;
    }

    private static boolean isSure(Anchor anchor) {
        return anchor.byUser() || anchor.confidence() >= Alignment.DOUBTFUL_BELOW;
    }

    private boolean isSureAtStart(GuideSpan phrase) {
        double start = phrase.startSeconds();
        return voice
                .alignment()
                .anchorsIn(new GuideSpan(start - EDGE_SECONDS, start + ENTRY_SECONDS))
                .stream()
                .anyMatch(a -> a.kind().isPresent() && isSure(a));
    }

    private Optional<Flaw> entry(GuideSpan phrase) {
        double sounds = voice.guideMap().outputSecondsAt(phrase.startSeconds());
        OptionalDouble guides = voicingFrom(voice.guide(), phrase.startSeconds());
        OptionalDouble own =
                voice.heard().phrases().stream()
                        .mapToDouble(RecordedSpan::startSeconds)
                        .boxed()
                        .min(
                                Comparator.comparingDouble(
                                        t -> Math.abs(voice.map().outputSecondsAt(t) - sounds)))
                        .filter(t -> !voice.keepsTimingAt(t))
                        .map(t -> voicingFrom(voice.heard(), t))
                        .orElse(OptionalDouble.empty());
        if (guides.isEmpty() || own.isEmpty()) {
            return Optional.empty();
        }
        double late =
                voice.map().outputSecondsAt(own.getAsDouble())
                        - voice.guideMap().outputSecondsAt(guides.getAsDouble());
        return Math.abs(late) > ENTRY_SECONDS
                ? Optional.empty()
                : Optional.of(
                        at(
                                guides.getAsDouble(),
                                Flaw.Kind.VOWEL,
                                late,
                                Audibility.ofOnset(late, false)));
    }

    /// When a phrase begins to have a pitch.
    private static OptionalDouble voicingFrom(VoiceAnalysis heard, double startSeconds) {
        int run = 0;
        for (int f = heard.frameAt(startSeconds - EDGE_SECONDS);
                f < heard.frameAt(startSeconds + ENTRY_SECONDS);
                f++) {
            run = heard.pitch().voiced(f) ? run + 1 : 0;
            if (run == VOICED_FRAMES) {
                return OptionalDouble.of((f - run + 1) * VoiceAnalysis.HOP_SECONDS);
            }
        }
        return OptionalDouble.empty();
    }

    private Flaw plainer(Flaw one, Flaw other) {
        return other.plainness() > one.plainness() ? other : one;
    }

    private Flaw flaw(LandmarkKind kind, Anchor anchor) {
        double late = voice.lateSeconds(anchor);
        boolean abrupt = isAbrupt(anchor.sourceSeconds());
        return switch (kind) {
            case CONSONANT ->
                    at(anchor, Flaw.Kind.CONSONANT, late, Audibility.ofOnset(late, abrupt));
            case VOWEL -> at(anchor, Flaw.Kind.VOWEL, late, Audibility.ofOnset(late, abrupt));
            case RELEASE -> at(anchor, Flaw.Kind.END, late, Audibility.ofEnd(late));
        };
    }

    private static Flaw at(Anchor anchor, Flaw.Kind kind, double late, double plainness) {
        return at(anchor.guideSeconds(), kind, late, plainness);
    }

    private static Flaw at(double guideSeconds, Flaw.Kind kind, double late, double plainness) {
        GuideSpan span = new GuideSpan(guideSeconds, guideSeconds).widenedBy(AROUND_SECONDS);
        return new Flaw(kind, span, late, plainness);
    }

    private boolean isAbrupt(double sourceSeconds) {
        List<Transition> all = voice.heard().transitions();
        int first =
                Search.first(
                        all.size(),
                        i -> all.get(i).seconds() >= sourceSeconds - SAME_MOMENT_SECONDS);
        for (int i = first;
                i < all.size() && all.get(i).seconds() <= sourceSeconds + SAME_MOMENT_SECONDS;
                i++) {
            if (all.get(i).riseDecibels() >= ABRUPT_DECIBELS) {
                return true;
            }
        }
        return false;
    }
}
