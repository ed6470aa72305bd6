/// What several tests share: short takes of simulated singers with their truth.
@NullMarked
package zelvan.testing;

import org.jspecify.annotations.NullMarked;
