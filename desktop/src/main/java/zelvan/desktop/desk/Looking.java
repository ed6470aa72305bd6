package zelvan.desktop.desk;

import java.util.Optional;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Mending;
import zelvan.desktop.acts.Selection;
import zelvan.measure.Flaw;
import zelvan.units.GuideSpan;
import zelvan.units.SongSpan;

/// How one gets about in the song: what the close-up shows goes where one looks, selects and
/// listens.
public final class Looking {
    /// A place that is left to mend is shown with at least this much to both sides of its middle.
    private static final double SHORTEST_PLACE_SECONDS = 0.9;

    /// Where in the close-up a moment stands that it follows.
    private static final double FOLLOWED_SHARE = 0.1;

    private static final double BEFORE_PHRASE_SECONDS = 0.3;

    private final Desk desk;

    Looking(Desk desk) {
        this.desk = desk;
    }

    /// Shows a phrase in the close-up.
    public void show(GuideSpan phrase) {
        SongSpan wide =
                desk.now().sounding(phrase).widenedBy(Math.max(0.25, 0.08 * phrase.seconds()));
        desk.sight().show(new Viewport(Math.max(0, wide.startSeconds()), wide.endSeconds()));
    }

    /// Shows what is selected as large as it fits: its phrases, or the one at the playhead.
    public void fit() {
        desk.sight().show(Optional.empty());
        double guideSeconds =
                desk.derived()
                        .get()
                        .guideClocks()
                        .guideSeconds(desk.hearing().player().positionSeconds());
        desk.selection()
                .get()
                .stretch()
                .or(() ->
                        desk.derived().get().guidePhrases().stream()
                                .filter(p -> p.endSeconds() > guideSeconds)
                                .findFirst())
                .ifPresent(this::show);
    }

    /// Shows the whole song in the close-up.
    public void fitSong() {
        desk.sight().show(Optional.empty());
        desk.sight().show(new Viewport(0, Math.max(1, desk.derived().get().seconds())));
    }

    /// Puts the playhead somewhere, and shows what is there in the close-up.
    public void seekAndShow(double seconds) {
        desk.hearing().goTo(seconds);
        follow(seconds);
    }

    /// Moves the close-up, if it does not show a moment of the song.
    public void follow(double seconds) {
        Viewport now = desk.sight().viewport().get();
        if (seconds < now.startSeconds() || seconds > now.endSeconds()) {
            double from = seconds - FOLLOWED_SHARE * now.seconds();
            moveAlong(from - now.startSeconds());
        }
    }

    /// Shows more or less around the middle.
    ///
    /// @param factor below 1 shows less
    public void zoom(double factor) {
        Viewport view = desk.sight().viewport().get();
        double middle = 0.5 * (view.startSeconds() + view.endSeconds());
        desk.sight().show(view.zoomed(factor, middle, desk.derived().get().seconds()));
    }

    /// Shows what is later or earlier.
    public void moveAlong(double seconds) {
        desk.sight()
                .show(desk.sight().viewport().get().moved(seconds, desk.derived().get().seconds()));
    }

    /// Selects the voice of a place that is left to mend, shows the place, through the lens of what
    /// is off there, and loops its phrase.
    public void visit(Mending.Place place) {
        visit(place.voice().id(), place.phrase());
        desk.sight().lookThrough(lensOf(place.flaw().kind().subject()));
        new Mending(desk.now()).focus(place).ifPresent(desk::focusOn);
        GuideSpan span = place.flaw().span();
        double middle = desk.now().sounding(span).middleSeconds();
        double half = Math.max(SHORTEST_PLACE_SECONDS, span.seconds());
        double from = Math.max(0, middle - half);
        desk.sight().show(new Viewport(from, from + 2 * half));
    }

    private static Lens lensOf(Flaw.Subject subject) {
        return switch (subject) {
            case PITCH -> Lens.PITCH;
            case LEVEL -> Lens.SOUND;
            default -> Lens.TIME;
        };
    }

    /// Selects a phrase of a voice, shows it, and loops it.
    public void visit(String voiceId, GuideSpan phrase) {
        desk.focusOn(Focus.NOTHING);
        desk.select(Selection.ofCell(voiceId, phrase));
        show(phrase);
        desk.hearing().loop(true);
        if (!desk.hearing().player().playing()) {
            double from = desk.now().sounding(phrase).startSeconds() - BEFORE_PHRASE_SECONDS;
            desk.hearing().goTo(from);
        }
    }
}
