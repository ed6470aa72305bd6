/// Which moment of a voice belongs to which moment of the guide, and where there is no such moment.
///
/// Two [zelvan.analysis.VoiceAnalysis] and the anchors that the user holds go in, one [Alignment]
/// comes out. How far anything is then moved is not decided here. Stages are pure and may run on
/// any thread. Start with [Aligner].
@NullMarked
package zelvan.align;

import org.jspecify.annotations.NullMarked;
