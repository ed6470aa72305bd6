/// How well esses and breaths are found, against what simulated singers really sang. Start with
/// [zelvan.bench.sound.SoundBench].
@NullMarked
package zelvan.bench.sound;

import org.jspecify.annotations.NullMarked;
