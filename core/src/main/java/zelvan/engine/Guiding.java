package zelvan.engine;

import zelvan.align.Marks;
import zelvan.timing.TimingResult;

/// The guide, as far as the others are concerned.
///
/// @param marks what the user makes of its landmarks
/// @param timed when each of its moments sounds
record Guiding(Heard heard, Marks marks, Step<TimingResult> timed) {}
