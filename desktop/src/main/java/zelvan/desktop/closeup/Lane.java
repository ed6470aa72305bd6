package zelvan.desktop.closeup;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import zelvan.align.Anchor;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.VoiceAnalysis;
import zelvan.derived.DerivedVoice;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.Selection;
import zelvan.measure.LockMeter;
import zelvan.session.HandWork;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.timing.TimeMap;

/// One voice in the close-up: where its ribbon lies and which beads are on it.
///
/// @param voice whose it is
/// @param hand what was said of it by hand
/// @param stackIndex place of its stack; −1 for the guide
/// @param made what was derived for it
/// @param analysis what is heard in it
/// @param top upper edge, pixels
/// @param height pixels
record Lane(
        Voice voice,
        HandWork hand,
        int stackIndex,
        DerivedVoice made,
        VoiceAnalysis analysis,
        double top,
        double height) {
    static final double RULER_HEIGHT = 22;
    private static final double GUIDE_HEIGHT = 62;
    private static final double LOWEST_HEIGHT = 54;
    private static final double HIGHEST_HEIGHT = 128;

    boolean isGuide() {
        return voice.role() == Role.GUIDE;
    }

    /// The lanes to be shown in that much room: the guide, and what is selected, or everything.
    static List<Lane> of(AppModel model, double height) {
        Session session = model.session();
        List<Lane> lanes = new ArrayList<>();
        double top = RULER_HEIGHT;
        Optional<Voice> guide = session.guide();
        if (guide.isPresent()) {
            Optional<Lane> lane = lane(model, guide.get(), -1, top, GUIDE_HEIGHT);
            lane.ifPresent(lanes::add);
            top += lane.isPresent() ? GUIDE_HEIGHT : 0;
        }
        List<Voice> shown = shown(session, model.selection().get());
        double each =
                Math.clamp(
                        (height - top) / Math.max(1, shown.size()), LOWEST_HEIGHT, HIGHEST_HEIGHT);
        for (Voice voice : shown) {
            int index =
                    session.stacks().stream().map(s -> s.id()).toList().indexOf(voice.stackId());
            Optional<Lane> lane = lane(model, voice, index, top, each);
            lane.ifPresent(lanes::add);
            top += lane.isPresent() ? each : 0;
        }
        return lanes;
    }

    static double heightOfAll(AppModel model) {
        int count = shown(model.session(), model.selection().get()).size();
        return RULER_HEIGHT + GUIDE_HEIGHT + LOWEST_HEIGHT * count;
    }

    private static List<Voice> shown(Session session, Selection selection) {
        List<Voice> followers = session.followers();
        if (selection.stackId().isPresent()) {
            return followers.stream()
                    .filter(v -> v.stackId().equals(selection.stackId().get()))
                    .toList();
        }
        // One voice is best judged among the others of its stack.
        List<String> stacks =
                followers.stream()
                        .filter(v -> selection.has(v.id()))
                        .map(Voice::stackId)
                        .distinct()
                        .toList();
        return stacks.isEmpty()
                ? followers
                : followers.stream().filter(v -> stacks.contains(v.stackId())).toList();
    }

    private static Optional<Lane> lane(
            AppModel model, Voice voice, int stackIndex, double top, double height) {
        return model.derived()
                .get()
                .voice(voice.id())
                .flatMap(made ->
                        made.analysis()
                                .map(a ->
                                        new Lane(
                                                voice,
                                                model.session().handOf(voice),
                                                stackIndex,
                                                made,
                                                a,
                                                top,
                                                height)));
    }

    /// Where a moment of the source is shown.
    ///
    /// @param locked 0 as recorded, 1 as edited, between them while the ribbons slide
    DoubleUnaryOperator shown(double locked) {
        return between(made.timing().map(), locked);
    }

    private static DoubleUnaryOperator between(TimeMap map, double locked) {
        return source ->
                locked == 0 ? source : source + locked * (map.outputSecondsAt(source) - source);
    }

    /// What of the source is shown at a moment, once the ribbons have slid.
    DoubleUnaryOperator source(double locked) {
        TimeMap map = made.timing().map();
        return shown -> locked < 0.5 ? shown : map.sourceSecondsAt(shown);
    }

    /// Where a moment of the guide is shown.
    static DoubleUnaryOperator guideShown(AppModel model, double locked) {
        return between(model.derived().get().guideMap(), locked);
    }

    /// The beads of the ribbon, in order.
    List<Bead> beads(double locked) {
        DoubleUnaryOperator shown = shown(locked);
        List<Bead> beads = new ArrayList<>();
        if (isGuide()) {
            for (Landmark landmark : hand.marks().of(analysis)) {
                beads.add(bead(Optional.of(landmark.kind()), landmark.seconds(), shown));
            }
            for (Anchor anchor : hand.anchors()) {
                if (beads.stream().noneMatch(b -> isAt(b, anchor))) {
                    beads.add(bead(anchor.kind(), anchor.sourceSeconds(), shown));
                }
            }
            return beads;
        }
        for (Anchor anchor : made.alignment().anchors()) {
            if (anchor.kind().isPresent() || anchor.byUser()) {
                beads.add(
                        new Bead(
                                voice.id(),
                                anchor.kind(),
                                anchor.sourceSeconds(),
                                shown.applyAsDouble(anchor.sourceSeconds()),
                                Optional.of(anchor)));
            }
        }
        return beads;
    }

    private static boolean isAt(Bead bead, Anchor anchor) {
        return Math.abs(bead.sourceSeconds() - anchor.sourceSeconds()) < 1e-6;
    }

    /// Of the guide: tied only to what the user has set.
    private Bead bead(
            Optional<LandmarkKind> kind, double sourceSeconds, DoubleUnaryOperator shown) {
        Bead free =
                new Bead(
                        voice.id(),
                        kind,
                        sourceSeconds,
                        shown.applyAsDouble(sourceSeconds),
                        Optional.empty());
        return hand.anchors().stream()
                .filter(a -> isAt(free, a))
                .findFirst()
                .map(free::tiedTo)
                .orElse(free);
    }

    boolean isDoubtful(Anchor anchor) {
        return LockMeter.isDoubtful(anchor, made.timing());
    }
}
