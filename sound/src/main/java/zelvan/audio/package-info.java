/// Sound and its files: [Sound] (float samples and a rate), read and written by [SoundFiles].
///
/// Paths go in, sounds come out, and the other way round. A *frame* is one instant across channels,
/// a *sample* one number. What cannot be read is an [AudioFileProblem] that names the file. Nothing
/// here knows what a voice or a session is. Start with [SoundFiles].
@NullMarked
package zelvan.audio;

import org.jspecify.annotations.NullMarked;
