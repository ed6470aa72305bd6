package zelvan.session;

import java.util.Optional;
import zelvan.units.Grid;

/// Changes of what the guide itself is corrected to.
public sealed interface GuideEdit extends Edit {
    /// Sets or takes away the grid.
    ///
    /// @param what as the history calls it
    /// @param gesture the same for all steps of one drag
    record SetGrid(Optional<Grid> grid, String what, long gesture) implements GuideEdit {
        /// A step by itself.
        public SetGrid(Optional<Grid> grid, String what) {
            this(grid, what, System.nanoTime());
        }

        @Override
        public String title() {
            return "Grid: " + what;
        }

        @Override
        public Session apply(Session session) {
            return session.withGrid(grid);
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof SetGrid other && other.gesture == gesture;
        }
    }

    /// Corrects the guide.
    ///
    /// @param what as the history calls it
    /// @param gesture the same for all steps of one drag
    record SetGuideTiming(GuideTiming timing, String what, long gesture) implements GuideEdit {
        /// A step by itself.
        public SetGuideTiming(GuideTiming timing, String what) {
            this(timing, what, System.nanoTime());
        }

        @Override
        public String title() {
            return "Guide: " + what;
        }

        @Override
        public Session apply(Session session) {
            return session.withGuideTiming(timing);
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof SetGuideTiming other && other.gesture == gesture;
        }
    }
}
