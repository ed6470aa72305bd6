package zelvan.audio;

import java.nio.ByteBuffer;
import zelvan.units.Clock;

/// What an MP3 file says of itself.
///
/// **Source:** ISO/IEC 11172-3 and 13818-3, 2.4.1.3 (frame header); *ID3 tag version 2.4.0* (2000).
/// The count of frames that most encoders leave in a first, silent frame ("Xing" or "Info") is
/// common practice.
final class MpegStream {
    private static final int[] KILOBITS_1 = {
        0, 32, 40, 48, 56, 64, 80, 96, 112, 128, 160, 192, 224, 256, 320
    };
    private static final int[] KILOBITS_2 = {
        0, 8, 16, 24, 32, 40, 48, 56, 64, 80, 96, 112, 128, 144, 160
    };
    private static final int[] RATES_HERTZ = {44_100, 48_000, 32_000};

    /// Decoders leave out the encoder's delay, up to about two frames, and the silence that fills
    /// the last frame.
    private static final int MAY_LACK_MPEG_FRAMES = 4;

    private MpegStream() {}

    private record Frame(int bytes, int samples, int rateHertz) {}

    /// The first byte behind a leading ID3 tag.
    static int afterTag(ByteBuffer file) {
        if (!Promise.has(file, 0, "ID3") || file.limit() < 10) {
            return 0;
        }
        int size = 0;
        for (int i = 6; i < 10; i++) {
            size = size << 7 | file.get(i) & 0x7F;
        }
        boolean footer = (file.get(5) & 0x10) != 0;
        return 10 + size + (footer ? 10 : 0);
    }

    static boolean isFrame(ByteBuffer file, int at) {
        return frame(file, at) != null;
    }

    static Promise promise(ByteBuffer file, int start) throws Promise.Broken {
        Frame first = frame(file, start);
        if (first == null) {
            return Promise.NONE;
        }
        long counted = counted(file, start, first);
        int end = beforeTags(file);
        int at = start;
        long frames = 0;
        Frame frame = first;
        while (frame != null && at + frame.bytes <= end) {
            at += frame.bytes;
            frames++;
            frame = frame(file, at);
        }
        double reached = (double) frames * first.samples / first.rateHertz;
        if (frame != null) {
            throw new Promise.Broken(
                    "the file is cut short: it ends within a sound at " + Clock.text(reached, 1));
        }
        if (end - at >= first.bytes && !isBlank(file, at, end)) {
            throw new Promise.Broken(
                    "a part of it is damaged, the first at " + Clock.text(reached, 1));
        }
        if (counted > frames) {
            throw new Promise.Broken(
                    "the file is cut short: of "
                            + Clock.text((double) counted * first.samples / first.rateHertz, 1)
                            + " it ends at "
                            + Clock.text(reached, 1));
        }
        return Promise.frames(frames * first.samples, (MAY_LACK_MPEG_FRAMES + 1) * first.samples);
    }

    /// How many frames the encoder says that there are, its own first one among them; 0 if it does
    /// not say.
    private static long counted(ByteBuffer file, int start, Frame first) {
        for (int at = start + 4; at + 12 < Math.min(start + first.bytes, file.limit()); at++) {
            if (Promise.has(file, at, "Xing") || Promise.has(file, at, "Info")) {
                boolean says = (file.getInt(at + 4) & 1) != 0;
                return says ? Integer.toUnsignedLong(file.getInt(at + 8)) + 1 : 0;
            }
        }
        return 0;
    }

    /// Where the tags at the end begin.
    private static int beforeTags(ByteBuffer file) {
        int end = file.limit();
        if (Promise.has(file, end - 128, "TAG")) {
            end -= 128;
        }
        if (Promise.has(file, end - 32, "APETAGEX")) {
            int size = Integer.reverseBytes(file.getInt(end - 20));
            boolean header = file.get(end - 9) < 0;
            end -= Math.clamp((long) size + (header ? 32 : 0), 0, end);
        }
        return end;
    }

    private static boolean isBlank(ByteBuffer file, int from, int to) {
        for (int i = from; i < to; i++) {
            if (file.get(i) != 0) {
                return false;
            }
        }
        return true;
    }

    /// The frame of layer III that begins there; null if none does.
    private static @org.jspecify.annotations.Nullable Frame frame(ByteBuffer file, int at) {
        if (at < 0 || at + 4 > file.limit()) {
            return null;
        }
        int header = file.getInt(at);
        int version = header >> 19 & 3;
        int bitrate = header >> 12 & 0xF;
        int rateCode = header >> 10 & 3;
        boolean thirdLayer = (header >> 17 & 3) == 1;
        if (header >>> 21 != 0x7FF
                || version == 1
                || !thirdLayer
                || bitrate == 0
                || bitrate == 15
                || rateCode == 3) {
            return null;
        }
        boolean full = version == 3;
        int rate = RATES_HERTZ[rateCode] >> (full ? 0 : version == 2 ? 1 : 2);
        int kilobits = full ? KILOBITS_1[bitrate] : KILOBITS_2[bitrate];
        int padding = header >> 9 & 1;
        return new Frame(
                (full ? 144_000 : 72_000) * kilobits / rate + padding, full ? 1152 : 576, rate);
    }
}
