/// What the program has to say: progress, problems, doubtful places, the history. Start with
/// [StatusView].
@NullMarked
package zelvan.desktop.reports;

import org.jspecify.annotations.NullMarked;
