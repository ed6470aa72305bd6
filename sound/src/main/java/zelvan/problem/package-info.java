/// What a user can meet. [ZelvanProblem] is the root of every error that is reported to a person:
/// what happened, to which file or voice, and what to do. Programming mistakes are unchecked and
/// not here.
@NullMarked
package zelvan.problem;

import org.jspecify.annotations.NullMarked;
