package zelvan.derived;

import java.util.Locale;
import zelvan.align.Anchor;
import zelvan.problem.ZelvanProblem;

/// Something that the user has set and that cannot be followed. Everything else of the voice is as
/// it is wanted.
public final class HandWorkProblem extends ZelvanProblem {
    /// A moment beyond what was recorded.
    public HandWorkProblem(String voice, Anchor anchor) {
        super(
                voice,
                String.format(
                        Locale.ROOT,
                        "the moment set at %.2f s (of the guide %.2f s) lies at the very beginning"
                                + " or end of what was recorded, or beyond, and is not followed",
                        anchor.sourceSeconds(),
                        anchor.guideSeconds()),
                "Set it inside both voices, or let it go");
    }
}
