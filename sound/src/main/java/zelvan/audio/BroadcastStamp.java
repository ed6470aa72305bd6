package zelvan.audio;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;

/// Where a WAV file belongs in the song, and what made it: the `bext` chunk of a broadcast wave.
///
/// **Source:** EBU Tech 3285, *Specification of the Broadcast Wave Format*, version 1.
///
/// @param startFrames where the first sample lies, frames since midnight, 0 or above
/// @param description what it is, for people; up to 256 characters are kept
/// @param made when it was recorded
public record BroadcastStamp(long startFrames, String description, LocalDateTime made) {
    static final String TAG = "bext";
    static final int BYTES = 602;

    private static final int DESCRIPTION_BYTES = 256;
    private static final int ORIGINATOR_BYTES = 32;
    private static final int START_OFFSET = 338;
    private static final int VERSION_OFFSET = 346;
    private static final DateTimeFormatter DATE_AND_TIME =
            DateTimeFormatter.ofPattern("uuuu-MM-ddHH:mm:ss");

    public BroadcastStamp {
        if (startFrames < 0) {
            throw new IllegalArgumentException("startFrames must be >= 0, was " + startFrames);
        }
    }

    /// The stamp of what was made from a recording: it keeps the recording's date, so that the same
    /// print is the same file.
    ///
    /// @param startSeconds where the first sample lies, seconds since midnight
    public static BroadcastStamp of(
            Path recording, String description, double startSeconds, int sampleRateHertz) {
        return new BroadcastStamp(
                Math.round(startSeconds * sampleRateHertz), description, made(recording));
    }

    private static LocalDateTime made(Path recording) {
        try {
            return LocalDateTime.ofInstant(
                    Files.getLastModifiedTime(recording).toInstant(), ZoneId.systemDefault());
        } catch (IOException e) {
            return LocalDateTime.of(1970, 1, 1, 0, 0);
        }
    }

    /// Puts the chunk's body.
    void put(ByteBuffer little) {
        int start = little.position();
        put(little, start, DESCRIPTION_BYTES, description);
        put(little, start + DESCRIPTION_BYTES, ORIGINATOR_BYTES, "Zelvan");
        put(
                little,
                start + DESCRIPTION_BYTES + 2 * ORIGINATOR_BYTES,
                18,
                DATE_AND_TIME.format(made));
        little.putLong(start + START_OFFSET, startFrames);
        little.putShort(start + VERSION_OFFSET, (short) 1);
        little.position(start + BYTES);
    }

    /// Where the first sample lies, from a chunk's body.
    static long startFrames(ByteBuffer little, int body) {
        return Math.max(0, little.getLong(body + START_OFFSET));
    }

    private static void put(ByteBuffer little, int at, int most, String text) {
        byte[] bytes = text.getBytes(StandardCharsets.US_ASCII);
        little.put(at, bytes, 0, Math.min(most, bytes.length));
    }
}
