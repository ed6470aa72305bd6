package zelvan.derived;

import zelvan.problem.ZelvanProblem;

/// A voice that could not be worked out, by a fault of the program. It sounds as it was recorded;
/// all other voices are as they are wanted.
public final class VoiceFailed extends ZelvanProblem {
    public VoiceFailed(String voice, Throwable fault) {
        super(
                voice,
                "it could not be worked out (" + fault + ")",
                "It sounds as it was recorded, and is tried again after the next change");
        initCause(fault);
    }
}
