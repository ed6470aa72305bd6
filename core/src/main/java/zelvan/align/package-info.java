/// Which moment of a voice belongs to which moment of the guide, and where there is no such moment.
///
/// Two [zelvan.analysis.VoiceAnalysis] and what the user sets go in, one [Alignment] comes out. How
/// far anything is then moved is not decided here. Stages are pure and may run on any thread. Start
/// with [Aligner]; what the user sets is taken up by [Rematch] and [Marks].
@NullMarked
package zelvan.align;

import org.jspecify.annotations.NullMarked;
