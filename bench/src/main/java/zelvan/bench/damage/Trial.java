package zelvan.bench.damage;

/// One case: what is done, and what comes of it.
///
/// @param name says which it is, with its seed
/// @param action does it
record Trial(String name, Action action) {
    /// What a case may end in; everything else is a fault.
    enum Outcome {
        /// It was read, or derived.
        FINE,
        /// It was refused, or a part of it was, and that was said.
        SAID,
        /// It came out shorter than it was, and nothing was said.
        SHORTER
    }

    /// Does it.
    interface Action {
        Outcome run() throws Exception;
    }
}
