package zelvan.engine;

import zelvan.problem.ZelvanProblem;

/// A step met something that a user can act on.
final class StepFailed extends RuntimeException {
    private final transient ZelvanProblem problem;

    StepFailed(ZelvanProblem problem) {
        super(problem);
        this.problem = problem;
    }

    ZelvanProblem problem() {
        return problem;
    }
}
