package zelvan.session;

import java.util.Optional;
import zelvan.units.Grid;

/// Changes of what the guide itself is corrected to.
public sealed interface GuideEdit extends Edit {
    /// Sets or takes away the grid.
    ///
    /// @param what as the history calls it
    record SetGrid(Optional<Grid> grid, String what) implements GuideEdit {
        @Override
        public String title() {
            return "Grid: " + what;
        }

        @Override
        public Session apply(Session session) {
            return session.withGrid(grid);
        }
    }

    /// Says what the guide is lined up with.
    ///
    /// @param what as the history calls it
    record LineUpGuide(GuideReference with, String what) implements GuideEdit {
        @Override
        public String title() {
            return "Guide: " + what;
        }

        @Override
        public Session apply(Session session) {
            return session.withGuideReference(with);
        }
    }
}
