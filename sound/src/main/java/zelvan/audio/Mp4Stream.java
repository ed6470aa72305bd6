package zelvan.audio;

import java.nio.ByteBuffer;

/// Whether an MP4 file is there from end to end.
///
/// **Source:** ISO/IEC 14496-12, *ISO base media file format*, 4.2 (boxes).
final class Mp4Stream {
    private Mp4Stream() {}

    static Promise promise(ByteBuffer file) throws Promise.Broken {
        long at = 0;
        while (at + 8 <= file.limit()) {
            long size = Integer.toUnsignedLong(file.getInt((int) at));
            if (size == 1 && at + 16 <= file.limit()) {
                size = file.getLong((int) at + 8);
            } else if (size == 0) {
                size = file.limit() - at;
            }
            if (size < 8) {
                throw new Promise.Broken("a part of it is damaged");
            }
            if (at + size > file.limit()) {
                throw new Promise.Broken(
                        "the file is cut short: "
                                + (at + size - file.limit())
                                + " bytes are missing at the end");
            }
            at += size;
        }
        return Promise.NONE;
    }
}
