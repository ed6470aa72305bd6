package zelvan.problem;

/// Something that went wrong and that a user can act on. The message is complete by itself: it
/// names the file or voice, says what happened, and what to do.
public abstract class ZelvanProblem extends Exception {
    private final String subject;
    private final String happened;
    private final String remedy;

    /// @param subject the file or voice concerned, as the user knows it
    /// @param happened what happened, a clause without its full stop
    /// @param remedy what to do about it, a sentence without its full stop
    protected ZelvanProblem(String subject, String happened, String remedy) {
        this.subject = subject;
        this.happened = happened;
        this.remedy = remedy;
    }

    /// Everything in one line.
    @Override
    public String getMessage() {
        return subject + ": " + happened + ". " + remedy + ".";
    }

    /// The file or voice concerned.
    public String subject() {
        return subject;
    }

    /// What happened, without the file's name.
    public String happened() {
        return happened;
    }

    /// What to do about it.
    public String remedy() {
        return remedy;
    }
}
