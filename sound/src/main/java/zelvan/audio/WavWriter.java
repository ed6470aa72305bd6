package zelvan.audio;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/// Writes WAV: a format chunk (extensible above two channels or 16 bits, as the specification asks)
/// and the samples, with a broadcast stamp before them if there is one.
final class WavWriter {
    private static final int BLOCK_FRAMES = 1 << 14;
    private static final int PLAIN_FORMAT_BYTES = 16;
    private static final int EXTENSIBLE_FORMAT_BYTES = 40;

    /// Bytes 2 to 15 of the sub-format identifiers of WAVEFORMATEXTENSIBLE.
    private static final byte[] SUBFORMAT_TAIL = {
        0, 0, 0, 0, 0x10, 0, (byte) 0x80, 0, 0, (byte) 0xAA, 0, 0x38, (byte) 0x9B, 0x71
    };

    private WavWriter() {}

    static void write(Path file, Sound sound, SoundFormat format, Optional<BroadcastStamp> stamp)
            throws IOException {
        int frameBytes = sound.channelCount() * format.bits() / 8;
        long dataBytes = (long) sound.frames() * frameBytes;
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
            out.write(
                    header(
                            format,
                            sound.sampleRateHertz(),
                            sound.channelCount(),
                            stamp,
                            dataBytes));
            ByteBuffer block = ByteBuffer.allocate(BLOCK_FRAMES * frameBytes);
            block.order(ByteOrder.LITTLE_ENDIAN);
            for (int from = 0; from < sound.frames(); from += BLOCK_FRAMES) {
                int to = Math.min(sound.frames(), from + BLOCK_FRAMES);
                block.clear();
                Samples.encode(sound, from, to, format, block);
                out.write(block.array(), 0, block.position());
            }
            if (dataBytes % 2 != 0) {
                out.write(0);
            }
        }
    }

    private static byte[] header(
            SoundFormat format,
            int rate,
            int channels,
            Optional<BroadcastStamp> stamp,
            long dataBytes)
            throws IOException {
        boolean extensible = channels > 2 || (format.bits() > 16 && !format.floatingPoint());
        int formatBytes = extensible ? EXTENSIBLE_FORMAT_BYTES : PLAIN_FORMAT_BYTES;
        int stampBytes = stamp.isPresent() ? 8 + BroadcastStamp.BYTES : 0;
        long riffBytes = 4 + stampBytes + 8 + formatBytes + 8 + dataBytes + dataBytes % 2;
        if (riffBytes > 0xFFFFFFFFL) {
            throw new IOException("a WAV file holds at most 4 GB");
        }
        int frameBytes = channels * format.bits() / 8;
        short code = (short) (format.floatingPoint() ? 3 : 1);
        ByteBuffer header = ByteBuffer.allocate(28 + stampBytes + formatBytes);
        header.order(ByteOrder.LITTLE_ENDIAN);
        header.put(ascii("RIFF")).putInt((int) riffBytes).put(ascii("WAVE"));
        if (stamp.isPresent()) {
            header.put(ascii(BroadcastStamp.TAG)).putInt(BroadcastStamp.BYTES);
            stamp.get().put(header);
        }
        header.put(ascii("fmt ")).putInt(formatBytes);
        header.putShort(extensible ? (short) 0xFFFE : code).putShort((short) channels);
        header.putInt(rate).putInt(rate * frameBytes);
        header.putShort((short) frameBytes).putShort((short) format.bits());
        if (extensible) {
            header.putShort((short) 22).putShort((short) format.bits()).putInt(0);
            header.putShort(code).put(SUBFORMAT_TAIL);
        }
        header.put(ascii("data")).putInt((int) dataBytes);
        return header.array();
    }

    private static byte[] ascii(String text) {
        return text.getBytes(StandardCharsets.US_ASCII);
    }
}
