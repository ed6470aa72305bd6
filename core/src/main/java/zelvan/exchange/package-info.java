/// Files that are not the session file: folders of voices in, printed voices, mixes and reports
/// out.
///
/// Finished values go in and files come out, or the other way round; a class is a format. Nothing
/// here computes what it writes. Start with [VoiceFolder] and [VoicePrinter].
@NullMarked
package zelvan.exchange;

import org.jspecify.annotations.NullMarked;
