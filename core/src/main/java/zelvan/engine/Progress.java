package zelvan.engine;

/// How far a piece of work is; called from the engine's threads.
public interface Progress {
    /// Nobody looks, nobody cancels.
    Progress NONE = (what, share) -> {};

    /// @param what is being done, for people
    /// @param share 0 to 1
    void report(String what, double share);

    /// Whether to give up; asked between steps.
    default boolean cancelled() {
        return false;
    }
}
