package zelvan.audio;

import java.nio.ByteBuffer;

/// What an AIFF file says of itself.
///
/// **Source:** *Audio Interchange File Format: "AIFF"*, version 1.3 (Apple Computer, 1989).
final class AiffStream {
    private AiffStream() {}

    static Promise promise(ByteBuffer file) throws Promise.Broken {
        long frames = -1;
        long at = 12;
        while (at + 8 <= file.limit()) {
            int chunk = (int) at;
            long size = Integer.toUnsignedLong(file.getInt(chunk + 4));
            if (Promise.has(file, chunk, "COMM") && chunk + 14 <= file.limit()) {
                frames = Integer.toUnsignedLong(file.getInt(chunk + 10));
            }
            if (Promise.has(file, chunk, "SSND") && at + 8 + size > file.limit()) {
                throw new Promise.Broken(
                        "the file is cut short: "
                                + (at + 8 + size - file.limit())
                                + " bytes of its samples are missing at the end");
            }
            at += 8 + size + (size & 1);
        }
        return Promise.frames(frames, 0);
    }
}
