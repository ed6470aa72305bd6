package zelvan.audio;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/// What a file that is decoded by others says of its own length and content, found by walking
/// through its parts. Decoders leave out what they cannot read, and all that comes behind it is
/// then too early: who knows what was promised notices.
///
/// @param frames how many there are to be; −1 if the file does not say
/// @param mayLackFrames how many may be missing at the ends, as lossy coders have them
/// @param md5 of the samples as integers, lowest byte first; empty if the file does not say
/// @param md5Bits how wide those integers are
record Promise(long frames, int mayLackFrames, Optional<byte[]> md5, int md5Bits) {
    static final Promise NONE = new Promise(-1, 0, Optional.empty(), 0);

    /// Signals a file of which a part is missing or damaged; the message is a clause.
    static final class Broken extends Exception {
        Broken(String happened) {
            super(happened);
        }
    }

    static Promise frames(long frames, int mayLackFrames) {
        return new Promise(frames, mayLackFrames, Optional.empty(), 0);
    }

    /// @param file whole, from its first byte
    static Promise of(ByteBuffer file) throws Broken {
        int start = MpegStream.afterTag(file);
        if (has(file, start, "fLaC")) {
            return FlacStream.promise(file, start);
        }
        if (has(file, 0, "FORM") && (has(file, 8, "AIFF") || has(file, 8, "AIFC"))) {
            return AiffStream.promise(file);
        }
        if (has(file, 0, "OggS")) {
            return OggStream.promise(file);
        }
        if (Mp4Stream.isOne(file)) {
            return Mp4Stream.promise(file);
        }
        return MpegStream.isFrame(file, start) ? MpegStream.promise(file, start) : NONE;
    }

    static boolean has(ByteBuffer file, int at, String tag) {
        if (at < 0 || at + tag.length() > file.limit()) {
            return false;
        }
        byte[] there = new byte[tag.length()];
        file.get(at, there);
        return new String(there, StandardCharsets.ISO_8859_1).equals(tag);
    }
}
