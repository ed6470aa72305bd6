package zelvan.audio;

import java.nio.ByteBuffer;
import java.util.Optional;
import zelvan.units.Clock;

/// What a FLAC file says of itself.
///
/// **Source:** RFC 9639, *Free Lossless Audio Codec (FLAC)* (2024): STREAMINFO 8.2, frame header
/// 9.1, checksums 9.1.8 and 9.3.
final class FlacStream {
    private static final int STREAMINFO_BYTES = 34;
    private static final int CRC_8 = 0x07;
    private static final int CRC_16 = 0x8005;

    private FlacStream() {}

    /// @param start of the letters `fLaC`
    static Promise promise(ByteBuffer file, int start) throws Promise.Broken {
        int info = start + 8;
        if (info + STREAMINFO_BYTES > file.limit()) {
            throw new Promise.Broken("the file ends before its samples begin");
        }
        long packed = file.getLong(info + 10);
        int rate = (int) (packed >>> 44);
        long frames = packed & 0xF_FFFF_FFFFL;
        byte[] md5 = new byte[16];
        file.get(info + 18, md5);
        boolean signed = false;
        for (byte b : md5) {
            signed |= b != 0;
        }
        int blockFrames = Short.toUnsignedInt(file.getShort(info));
        checkFrames(file, firstFrame(file, start + 4), rate, blockFrames);
        return new Promise(
                frames == 0 ? -1 : frames,
                0,
                signed ? Optional.of(md5) : Optional.empty(),
                (int) (packed >>> 36 & 0x1F) + 1);
    }

    private static int firstFrame(ByteBuffer file, int firstBlock) throws Promise.Broken {
        int at = firstBlock;
        while (at + 4 <= file.limit()) {
            int header = file.getInt(at);
            at += 4 + (header & 0xFF_FFFF);
            if (header < 0) {
                return at;
            }
        }
        throw new Promise.Broken("the file ends before its samples begin");
    }

    /// Each frame ends in a checksum of itself, and the next one follows at once.
    private static void checkFrames(ByteBuffer file, int first, int rate, int blockFrames)
            throws Promise.Broken {
        int at = first;
        long number = 0;
        while (at < file.limit() && isHeader(file, at)) {
            int next = nextHeader(file, at);
            if (crc16(file, at, next) != 0) {
                throw new Promise.Broken(
                        "a part of it is damaged, the first at "
                                + Clock.text(seconds(number, rate, blockFrames), 1));
            }
            at = next;
            number++;
        }
        if (at < file.limit() && !Promise.has(file, file.limit() - 128, "TAG")) {
            throw new Promise.Broken(
                    "a part of it is damaged, the first at "
                            + Clock.text(seconds(number, rate, blockFrames), 1));
        }
    }

    private static double seconds(long number, int rate, int blockFrames) {
        return rate == 0 ? 0 : (double) number * blockFrames / rate;
    }

    /// Where the frame ends: at the next header behind which its checksum comes out, or at the end.
    private static int nextHeader(ByteBuffer file, int at) {
        int crc = 0;
        int read = at;
        for (int next = at + 6; next + 6 < file.limit(); next++) {
            if (file.get(next) == (byte) 0xFF && isHeader(file, next)) {
                crc = crc16(file, read, next, crc);
                read = next;
                if (crc == 0) {
                    return next;
                }
            }
        }
        return file.limit();
    }

    /// Whether a frame header with its checksum lies there.
    private static boolean isHeader(ByteBuffer file, int at) {
        if (at + 16 > file.limit()
                || file.get(at) != (byte) 0xFF
                || (file.get(at + 1) & 0xFE) != 0xF8) {
            return false;
        }
        int codes = file.get(at + 2) & 0xFF;
        int length = 4 + Math.max(1, Integer.numberOfLeadingZeros(~(file.get(at + 4) << 24)));
        length += codes >> 4 == 6 ? 1 : codes >> 4 == 7 ? 2 : 0;
        int rateCode = codes & 0xF;
        length += rateCode == 12 ? 1 : rateCode == 13 || rateCode == 14 ? 2 : 0;
        return at + length < file.limit() && crc8(file, at, at + length + 1) == 0;
    }

    private static int crc8(ByteBuffer file, int from, int to) {
        int crc = 0;
        for (int i = from; i < to; i++) {
            crc ^= file.get(i) & 0xFF;
            for (int bit = 0; bit < 8; bit++) {
                crc = (crc & 0x80) != 0 ? crc << 1 ^ CRC_8 : crc << 1;
            }
            crc &= 0xFF;
        }
        return crc;
    }

    private static int crc16(ByteBuffer file, int from, int to) {
        return crc16(file, from, to, 0);
    }

    private static int crc16(ByteBuffer file, int from, int to, int before) {
        int crc = before;
        for (int i = from; i < to; i++) {
            crc = (crc << 8 ^ CRC_16_TABLE[(crc >> 8 ^ file.get(i)) & 0xFF]) & 0xFFFF;
        }
        return crc;
    }

    private static final int[] CRC_16_TABLE = table();

    private static int[] table() {
        int[] table = new int[256];
        for (int i = 0; i < table.length; i++) {
            int crc = i << 8;
            for (int bit = 0; bit < 8; bit++) {
                crc = (crc & 0x8000) != 0 ? crc << 1 ^ CRC_16 : crc << 1;
            }
            table[i] = crc & 0xFFFF;
        }
        return table;
    }
}
