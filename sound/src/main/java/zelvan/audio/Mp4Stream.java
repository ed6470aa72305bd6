package zelvan.audio;

import java.nio.ByteBuffer;

/// What an MP4 file says of itself.
///
/// **Source:** ISO/IEC 14496-12, *ISO base media file format*, 4.2 (boxes) and 8.4.2 (the media
/// header, with the length of a track).
final class Mp4Stream {
    /// Encoders begin with silence that decoders leave out, up to about three blocks of 1024.
    private static final int MAY_LACK_FRAMES = 4096;

    private Mp4Stream() {}

    static boolean isOne(ByteBuffer file) {
        return Promise.has(file, 4, "ftyp");
    }

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
            long there = file.limit() - at;
            if (size > there) {
                throw new Promise.Broken(
                        "the file is cut short: "
                                + (size - there)
                                + " bytes are missing at the end");
            }
            at += size;
        }
        return length(file);
    }

    /// The length of the first track, in units that for sound are its frames.
    private static Promise length(ByteBuffer file) {
        int at = inside(file, 0, file.limit(), "moov");
        long end = at < 0 ? 0 : at - 8 + Integer.toUnsignedLong(file.getInt(at - 8));
        for (String box : new String[] {"trak", "mdia", "mdhd"}) {
            at = at < 0 ? -1 : inside(file, at, (int) Math.min(end, file.limit()), box);
        }
        if (at < 0 || at + 24 > file.limit() || file.get(at) != 0) {
            return Promise.NONE;
        }
        return Promise.frames(Integer.toUnsignedLong(file.getInt(at + 16)), MAY_LACK_FRAMES);
    }

    /// Where the content of a box begins; −1 if there is none.
    private static int inside(ByteBuffer file, int from, int to, String box) {
        long at = from;
        while (at + 8 <= to) {
            if (Promise.has(file, (int) at + 4, box)) {
                return (int) at + 8;
            }
            long size = Integer.toUnsignedLong(file.getInt((int) at));
            if (size < 8) {
                return -1;
            }
            at += size;
        }
        return -1;
    }
}
