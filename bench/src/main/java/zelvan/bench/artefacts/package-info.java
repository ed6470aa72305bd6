/// What rendering does to any recording, measured against the recording itself. Start with
/// [ArtefactsBench].
@NullMarked
package zelvan.bench.artefacts;

import org.jspecify.annotations.NullMarked;
