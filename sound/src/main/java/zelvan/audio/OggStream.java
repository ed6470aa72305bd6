package zelvan.audio;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import zelvan.units.Clock;

/// What an Ogg file (Vorbis or Opus) says of itself.
///
/// **Source:** RFC 3533, *The Ogg Encapsulation Format Version 0* (2003), 6 (pages and their
/// checksum); *Vorbis I specification*, 4.2.2 and A.2; RFC 7845 (2016), 4 (granule positions of
/// Opus).
final class OggStream {
    private static final int HEADER_BYTES = 27;
    private static final int LAST_PAGE = 4;
    private static final int CHECKSUM_AT = 22;
    private static final int OPUS_RATE_HERTZ = 48_000;

    /// Decoders differ by up to two blocks at the ends.
    private static final int MAY_LACK_FRAMES = 4096;

    private OggStream() {}

    static Promise promise(ByteBuffer whole) throws Promise.Broken {
        ByteBuffer file = whole.duplicate().order(ByteOrder.LITTLE_ENDIAN);
        int rate = rate(file);
        long reached = 0;
        int sequence = file.getInt(18);
        boolean ended = false;
        int at = 0;
        while (at < file.limit()) {
            int length = length(file, at);
            if (length < 0) {
                throw broken(at + HEADER_BYTES > file.limit() || ended, reached, rate);
            }
            if (at + length > file.limit()) {
                throw broken(true, reached, rate);
            }
            if (file.getInt(at + 18) != sequence
                    || checksum(file, at, length) != file.getInt(at + CHECKSUM_AT)) {
                throw broken(false, reached, rate);
            }
            reached = Math.max(reached, file.getLong(at + 6));
            ended = (file.get(at + 5) & LAST_PAGE) != 0;
            at += length;
            sequence++;
        }
        if (!ended) {
            throw broken(true, reached, rate);
        }
        // The rate of Opus is not that of the file it was made of, so its length cannot be
        // compared.
        return rate == OPUS_RATE_HERTZ && isOpus(file)
                ? Promise.NONE
                : Promise.frames(reached, MAY_LACK_FRAMES);
    }

    private static Promise.Broken broken(boolean cut, long reachedFrames, int rate) {
        String where = Clock.text(rate <= 0 ? 0 : (double) reachedFrames / rate, 1);
        return new Promise.Broken(
                cut
                        ? "the file is cut short: it ends at " + where
                        : "a part of it is damaged, the first at " + where);
    }

    private static boolean isOpus(ByteBuffer file) {
        return Promise.has(file, firstPacket(file), "OpusHead");
    }

    private static int firstPacket(ByteBuffer file) {
        return file.limit() < HEADER_BYTES ? 0 : HEADER_BYTES + (file.get(26) & 0xFF);
    }

    private static int rate(ByteBuffer file) throws Promise.Broken {
        int packet = firstPacket(file);
        if (packet + 16 > file.limit()) {
            throw new Promise.Broken("the file ends before its samples begin");
        }
        return isOpus(file) ? OPUS_RATE_HERTZ : file.getInt(packet + 12);
    }

    /// Of the page that begins there; −1 if none does.
    private static int length(ByteBuffer file, int at) {
        if (!Promise.has(file, at, "OggS") || at + HEADER_BYTES > file.limit()) {
            return -1;
        }
        int segments = file.get(at + 26) & 0xFF;
        int length = HEADER_BYTES + segments;
        for (int i = 0; i < segments && at + HEADER_BYTES + i < file.limit(); i++) {
            length += file.get(at + HEADER_BYTES + i) & 0xFF;
        }
        return length;
    }

    private static int checksum(ByteBuffer file, int at, int length) {
        int crc = 0;
        for (int i = 0; i < length; i++) {
            boolean own = i >= CHECKSUM_AT && i < CHECKSUM_AT + 4;
            int octet = own ? 0 : file.get(at + i) & 0xFF;
            crc = crc << 8 ^ TABLE[crc >>> 24 ^ octet];
        }
        return crc;
    }

    private static final int[] TABLE = table();

    private static int[] table() {
        int[] table = new int[256];
        for (int i = 0; i < table.length; i++) {
            int crc = i << 24;
            for (int bit = 0; bit < 8; bit++) {
                crc = crc < 0 ? crc << 1 ^ 0x04C11DB7 : crc << 1;
            }
            table[i] = crc;
        }
        return table;
    }
}
