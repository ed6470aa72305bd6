package zelvan.desktop.closeup;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import zelvan.analysis.Outline;
import zelvan.derived.Clocks;
import zelvan.derived.DerivedVoice;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.acts.State;
import zelvan.session.HandWork;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.units.Curve;

/// One voice in the close-up: where its ribbon lies and which beads are on it.
///
/// @param voice whose it is
/// @param hand what was said of it by hand
/// @param stackIndex place of its stack; −1 for the guide
/// @param made what was derived for it
/// @param clocks between its clocks
/// @param outline its shape
/// @param top upper edge, pixels
/// @param height pixels
public record Lane(
        Voice voice,
        HandWork hand,
        int stackIndex,
        DerivedVoice made,
        Clocks clocks,
        Outline outline,
        double top,
        double height) {
    public static final double RULER_HEIGHT = 22;
    private static final double GUIDE_HEIGHT = 62;
    private static final double LOWEST_HEIGHT = 54;
    private static final double HIGHEST_HEIGHT = 128;

    public boolean isGuide() {
        return voice.role() == Role.GUIDE;
    }

    /// The lanes to be shown in that much room: the guide, and what is selected, or everything.
    public static List<Lane> of(State now, double height) {
        Session session = now.session();
        List<Lane> lanes = new ArrayList<>();
        double top = RULER_HEIGHT;
        Optional<Voice> guide = session.guide();
        if (guide.isPresent()) {
            Optional<Lane> lane = lane(now, guide.get(), -1, top, GUIDE_HEIGHT);
            lane.ifPresent(lanes::add);
            top += lane.isPresent() ? GUIDE_HEIGHT : 0;
        }
        List<Voice> shown = shown(session, now.selection());
        double each =
                Math.clamp(
                        (height - top) / Math.max(1, shown.size()), LOWEST_HEIGHT, HIGHEST_HEIGHT);
        for (Voice voice : shown) {
            int index =
                    session.stacks().stream().map(s -> s.id()).toList().indexOf(voice.stackId());
            Optional<Lane> lane = lane(now, voice, index, top, each);
            lane.ifPresent(lanes::add);
            top += lane.isPresent() ? each : 0;
        }
        return lanes;
    }

    public static double heightOfAll(State now) {
        int count = shown(now.session(), now.selection()).size();
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
            State now, Voice voice, int stackIndex, double top, double height) {
        return now.made(voice.id())
                .flatMap(made ->
                        made.outline()
                                .map(outline ->
                                        new Lane(
                                                voice,
                                                now.hand(voice),
                                                stackIndex,
                                                made,
                                                now.derived().clocks(voice.id()),
                                                outline,
                                                top,
                                                height)));
    }

    /// Where a moment of the source is shown.
    ///
    /// @param locked 0 as recorded, 1 as edited, between them while the ribbons slide
    public DoubleUnaryOperator shown(double locked) {
        return between(clocks::songSeconds, locked);
    }

    private static DoubleUnaryOperator between(DoubleUnaryOperator sounds, double locked) {
        return source ->
                locked == 0 ? source : source + locked * (sounds.applyAsDouble(source) - source);
    }

    /// How much louder its moments are shown than they were recorded.
    public Curve gain(double locked) {
        return locked < 0.5 ? Curve.NONE : made.levelled().result().gainDecibels();
    }

    /// What of the source is shown at a moment, once the ribbons have slid.
    public DoubleUnaryOperator source(double locked) {
        return shown -> locked < 0.5 ? shown : clocks.recordedSeconds(shown);
    }

    /// Where a moment of the guide is shown.
    public static DoubleUnaryOperator guideShown(State now, double locked) {
        return between(now.derived().guideClocks()::songSecondsOfGuide, locked);
    }
}
