/// What can be heard in one voice by itself: pitch, level, timbre, landmarks, phrases, notes,
/// esses, breaths.
///
/// One [zelvan.audio.Sound] goes in, one [VoiceAnalysis] comes out. A file is a method:
/// [PitchTracker] is pitch, [LandmarkDetector] the moments that singers line up. Stages are pure
/// and may run on any thread. Nothing here knows that there is a guide. Start with [VoiceAnalyser].
@NullMarked
package zelvan.analysis;

import org.jspecify.annotations.NullMarked;
