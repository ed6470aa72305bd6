package zelvan.cli;

import zelvan.problem.ZelvanProblem;

/// An option that cannot be meant as it was given.
final class UsageProblem extends ZelvanProblem {
    UsageProblem(String option, String happened, String remedy) {
        super(option, happened, remedy);
    }
}
