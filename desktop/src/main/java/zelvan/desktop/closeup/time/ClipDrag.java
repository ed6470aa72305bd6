package zelvan.desktop.closeup.time;

import java.util.function.DoubleUnaryOperator;
import zelvan.desktop.acts.Clipping;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.desk.Desk;
import zelvan.session.Clip;
import zelvan.units.RecordedSpan;

/// A stretch of a voice, or one of its ends or fades, on its way: shown while it is held, done when
/// it is let go.
final class ClipDrag {
    private final Desk desk;
    private final Lane lane;
    private final ClipBar.Hit hit;
    private final boolean copying;

    /// What of the voice is under the mouse, as it was when the drag began, and back.
    private final DoubleUnaryOperator source;

    private final DoubleUnaryOperator shown;

    private final double takenSeconds;
    private double seconds;

    /// @param copying whether it stays where it was as well
    /// @param shownSeconds where it was taken
    ClipDrag(
            Desk desk,
            Lane lane,
            ClipBar.Hit hit,
            boolean copying,
            double locked,
            double shownSeconds) {
        this.desk = desk;
        this.lane = lane;
        this.hit = hit;
        this.copying = copying;
        source = lane.source(locked);
        shown = lane.shown(locked);
        takenSeconds = shownSeconds;
        seconds = shownSeconds;
    }

    /// Where it would lie.
    ///
    /// @param fromSeconds where it would be shown
    record At(String voiceId, double fromSeconds, double toSeconds) {
        boolean isOf(Lane lane) {
            return lane.voice().id().equals(voiceId);
        }
    }

    boolean isMoving() {
        return hit.part() == ClipBar.Part.MIDDLE;
    }

    void to(double shownSeconds) {
        seconds = shownSeconds;
    }

    private RecordedSpan place() {
        return hit.clip().inVoice().orElseThrow();
    }

    /// What of the stretch is sung first, and where that is shown: it is what snaps.
    double firstShownSeconds() {
        return shown.applyAsDouble(
                lane.made().alignment().anchors().stream()
                        .filter(a -> a.kind().isPresent() && place().contains(a.sourceSeconds()))
                        .mapToDouble(a -> a.sourceSeconds())
                        .findFirst()
                        .orElse(place().startSeconds()));
    }

    double takenSeconds() {
        return takenSeconds;
    }

    At at() {
        double from = shown.applyAsDouble(place().startSeconds());
        double to = shown.applyAsDouble(place().endSeconds());
        double away = seconds - takenSeconds;
        String id = lane.voice().id();
        return switch (hit.part()) {
            case MIDDLE -> new At(id, from + away, to + away);
            case BEGIN -> new At(id, Math.min(seconds, to), to);
            case END -> new At(id, from, Math.max(seconds, from));
            case FADE_IN -> new At(id, from, Math.clamp(seconds, from, to));
            case FADE_OUT -> new At(id, Math.clamp(seconds, from, to), to);
        };
    }

    void done() {
        double there = source.applyAsDouble(seconds);
        double later = there - source.applyAsDouble(takenSeconds);
        String id = lane.voice().id();
        Clip clip = hit.clip();
        switch (hit.part()) {
            case MIDDLE ->
                    desk.act(now ->
                            new Clipping(now)
                                    .byHandle(
                                            id,
                                            clip,
                                            copying ? "copy" : "move",
                                            h -> {
                                                double to = h.clip().placedSeconds() + later;
                                                return copying ? h.copied(to) : h.moved(to);
                                            }));
            case BEGIN -> {
                double begins = there - place().startSeconds();
                desk.act(now ->
                        new Clipping(now)
                                .byHandle(
                                        id,
                                        clip,
                                        "begin",
                                        h -> h.beginning(h.clip().placedSeconds() + begins)));
            }
            case END -> {
                double ends = there - place().endSeconds();
                desk.act(now ->
                        new Clipping(now)
                                .byHandle(id, clip, "end", h -> h.ending(end(h.clip()) + ends)));
            }
            case FADE_IN -> {
                double fade = Math.max(0, there - place().startSeconds());
                desk.act(now ->
                        new Clipping(now).byHandle(id, clip, "fade in", h -> h.fadingIn(fade)));
            }
            case FADE_OUT -> {
                double fade = Math.max(0, place().endSeconds() - there);
                desk.act(now ->
                        new Clipping(now).byHandle(id, clip, "fade out", h -> h.fadingOut(fade)));
            }
        }
    }

    private static double end(Clip clip) {
        return clip.inVoice().orElseThrow().endSeconds();
    }
}
