package zelvan.audio;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.ClosedChannelException;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import zelvan.files.FileStamp;

/// Interleaved samples that stay in their file and are read where they are asked for: the system
/// keeps near what was read lately, and gives the memory away where it is needed.
///
/// The file stays open, so that one that takes its place does no harm. One that is written to while
/// it is open sounds as it is then, and is silent where it was cut off or cannot be read: who must
/// not take that for the recording asks [#isAsItWas].
final class FileSamples implements Sound.Reader {
    private final Path file;
    private final FileStamp stamp;
    private final long offset;
    private final int channels;
    private final SoundFormat format;
    private final int frames;
    private volatile FileChannel open;
    private volatile boolean lost;

    /// @param open the file; closed when nobody needs the samples any more
    /// @param stamp of the file when it was opened
    /// @param offset where the first frame begins, bytes; in a frame, lowest bytes come first
    FileSamples(
            Path file,
            FileChannel open,
            FileStamp stamp,
            long offset,
            int channels,
            SoundFormat format,
            int frames) {
        this.file = file;
        this.open = open;
        this.stamp = stamp;
        this.offset = offset;
        this.channels = channels;
        this.format = format;
        this.frames = frames;
    }

    int frames() {
        return frames;
    }

    /// Whether nobody has written to the file since it was opened, and all that was asked for could
    /// be read. Looks at the disk.
    @Override
    public boolean isAsItWas() {
        return !lost && FileStamp.of(file).equals(stamp);
    }

    @Override
    public boolean isLost() {
        return lost;
    }

    @Override
    public void read(int channel, int from, float[] into, int at, int count) {
        near(from, count).read(channel, 0, into, at, count);
    }

    @Override
    public void read(int channel, int from, double[] into, int at, int count) {
        near(from, count).read(channel, 0, into, at, count);
    }

    private PackedSamples near(int from, int count) {
        int frameBytes = channels * format.bits() / 8;
        byte[] bytes = new byte[PackedSamples.ROOM_BEFORE + count * frameBytes];
        ByteBuffer room = ByteBuffer.wrap(bytes);
        room.position(PackedSamples.ROOM_BEFORE);
        fill(room, offset + (long) from * frameBytes);
        return new PackedSamples(
                bytes, PackedSamples.ROOM_BEFORE, channels, format, ByteOrder.LITTLE_ENDIAN, count);
    }

    private void fill(ByteBuffer room, long from) {
        try {
            long at = from;
            while (room.hasRemaining()) {
                int read = open.read(room, at);
                if (read < 0) {
                    silence(room);
                    return;
                }
                at += read;
            }
        } catch (ClosedChannelException e) {
            // Somebody interrupted a thread that was reading; that closes the file for all.
            again(room, from, e);
        } catch (IOException e) {
            silence(room);
        }
    }

    private void again(ByteBuffer room, long from, ClosedChannelException closed) {
        boolean interrupted = Thread.interrupted();
        try {
            if (!FileStamp.of(file).equals(stamp)) {
                throw closed;
            }
            open = FileChannel.open(file, StandardOpenOption.READ);
            room.position(PackedSamples.ROOM_BEFORE);
            fill(room, from);
        } catch (IOException e) {
            silence(room);
        } finally {
            if (interrupted) {
                Thread.currentThread().interrupt();
            }
        }
    }

    private void silence(ByteBuffer room) {
        lost = true;
        Arrays.fill(room.array(), room.position(), room.limit(), (byte) 0);
    }
}
