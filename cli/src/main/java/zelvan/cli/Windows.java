package zelvan.cli;

import java.util.ServiceLoader;
import zelvan.problem.ZelvanProblem;

/// Finds the window.
final class Windows {
    private Windows() {}

    static Window find() throws ZelvanProblem {
        return ServiceLoader.load(Window.class)
                .findFirst()
                .orElseThrow(() ->
                        new UsageProblem(
                                "window",
                                "the desktop application is not part of this installation",
                                "Start it with the zelvan script of the project"));
    }
}
