package zelvan.audio;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;

/// Where things are in a WAV file.
///
/// **Source:** *Multimedia Programming Interface and Data Specifications 1.0* (IBM and Microsoft,
/// 1991); WAVEFORMATEXTENSIBLE (Microsoft, 2001); EBU Tech 3306 (RF64) for files over 4 GiB.
///
/// @param format of the samples
/// @param sampleRateHertz frames in a second
/// @param channels samples in a frame
/// @param startFrames where it lies in the song by its `bext` chunk, frames; 0 without one
/// @param dataOffset where the first frame begins, bytes from the file's start
/// @param dataBytes how many bytes of frames the header promises
record WavLayout(
        SoundFormat format,
        int sampleRateHertz,
        int channels,
        long startFrames,
        int dataOffset,
        long dataBytes) {
    private static final int CHUNK_HEADER_BYTES = 8;
    private static final int FORMAT_INTEGER = 1;
    private static final int FORMAT_FLOAT = 3;
    private static final int FORMAT_EXTENSIBLE = 0xFFFE;
    private static final int EXTENSIBLE_SUBFORMAT_OFFSET = 24;
    private static final long UNKNOWN_SIZE = 0xFFFFFFFFL;

    /// Signals a file that is not WAV or not one that can be read; the message is a clause.
    static final class Unreadable extends Exception {
        Unreadable(String happened) {
            super(happened);
        }
    }

    /// Where it lies in the song.
    double startSeconds() {
        return (double) startFrames / sampleRateHertz;
    }

    int frameBytes() {
        return channels * format.bits() / 8;
    }

    static boolean looksLikeWav(ByteBuffer file) {
        return file.limit() >= 12
                && (tag(file, 0).equals("RIFF") || tag(file, 0).equals("RF64"))
                && tag(file, 8).equals("WAVE");
    }

    /// Walks the chunks up to the samples. Chunks that it does not know are skipped, odd ones with
    /// their padding byte.
    static WavLayout read(ByteBuffer file) throws Unreadable {
        file.order(ByteOrder.LITTLE_ENDIAN);
        int position = 12;
        int formatAt = -1;
        long rf64DataBytes = -1;
        long startFrames = 0;
        while (position + CHUNK_HEADER_BYTES <= file.limit()) {
            String tag = tag(file, position);
            long size = Integer.toUnsignedLong(file.getInt(position + 4));
            int body = position + CHUNK_HEADER_BYTES;
            if (tag.equals("data")) {
                if (formatAt < 0) {
                    throw new Unreadable("the samples come before their format");
                }
                return describe(
                        file,
                        formatAt,
                        startFrames,
                        body,
                        dataBytes(size, rf64DataBytes, file.limit() - body));
            }
            boolean whole = body + size <= file.limit();
            if (tag.equals("fmt ") && whole && size >= 16) {
                formatAt = body;
            } else if (tag.equals(BroadcastStamp.TAG) && whole && size >= BroadcastStamp.BYTES) {
                startFrames = BroadcastStamp.startFrames(file, body);
            } else if (tag.equals("ds64") && whole && size >= 16) {
                rf64DataBytes = file.getLong(body + 8);
            }
            long next = body + size + (size & 1);
            if (next > file.limit()) {
                break;
            }
            position = (int) next;
        }
        throw new Unreadable("the file ends before its samples begin");
    }

    /// Whoever writes a WAV file as a stream does not know its length beforehand: it goes on to its
    /// end.
    private static long dataBytes(long size, long rf64DataBytes, long there) {
        if (size != UNKNOWN_SIZE) {
            return size;
        }
        return rf64DataBytes >= 0 ? rf64DataBytes : there;
    }

    private static WavLayout describe(
            ByteBuffer file, int at, long startFrames, int dataOffset, long dataBytes)
            throws Unreadable {
        int code = Short.toUnsignedInt(file.getShort(at));
        int channels = Short.toUnsignedInt(file.getShort(at + 2));
        int rate = file.getInt(at + 4);
        int bits = Short.toUnsignedInt(file.getShort(at + 14));
        if (code == FORMAT_EXTENSIBLE && at + EXTENSIBLE_SUBFORMAT_OFFSET + 2 <= file.limit()) {
            code = Short.toUnsignedInt(file.getShort(at + EXTENSIBLE_SUBFORMAT_OFFSET));
        }
        boolean floating = code == FORMAT_FLOAT;
        boolean known =
                floating
                        ? bits == 32 || bits == 64
                        : code == FORMAT_INTEGER && (bits % 8 == 0 && bits >= 8 && bits <= 32);
        if (!known || channels < 1) {
            throw new Unreadable(
                    "its samples are of a kind that is not read here (code "
                            + code
                            + ", "
                            + bits
                            + " bit, "
                            + channels
                            + " channels)");
        }
        SoundFormat format = new SoundFormat(SoundFormat.Container.WAV, bits, floating);
        return new WavLayout(format, rate, channels, startFrames, dataOffset, dataBytes);
    }

    private static String tag(ByteBuffer file, int at) {
        byte[] bytes = new byte[4];
        file.get(at, bytes);
        return new String(bytes, StandardCharsets.US_ASCII);
    }
}
