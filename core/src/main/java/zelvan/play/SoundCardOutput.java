package zelvan.play;

import java.util.Optional;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.SourceDataLine;

/// The system's sound card, 16 bit stereo.
public final class SoundCardOutput implements Output {
    private static final int BUFFER_FRAMES = 2048;
    private static final int FRAME_BYTES = 4;
    private static final float FULL_SCALE = 32767;

    private final SourceDataLine line;
    private final int sampleRateHertz;
    private byte[] bytes = new byte[0];

    private SoundCardOutput(SourceDataLine line, int sampleRateHertz) {
        this.line = line;
        this.sampleRateHertz = sampleRateHertz;
    }

    /// The sound card, if there is one that takes this rate.
    public static Optional<Output> open(int sampleRateHertz) {
        try {
            AudioFormat format = new AudioFormat(sampleRateHertz, 16, 2, true, false);
            SourceDataLine line = AudioSystem.getSourceDataLine(format);
            line.open(format, BUFFER_FRAMES * FRAME_BYTES);
            line.start();
            return Optional.of(new SoundCardOutput(line, sampleRateHertz));
        } catch (LineUnavailableException | IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    @Override
    public String name() {
        return "sound card";
    }

    @Override
    public int sampleRateHertz() {
        return sampleRateHertz;
    }

    @Override
    public int bufferFrames() {
        return line.getBufferSize() / FRAME_BYTES;
    }

    @Override
    public int bufferedFrames() {
        return (line.getBufferSize() - line.available()) / FRAME_BYTES;
    }

    @Override
    public void write(float[] left, float[] right, int count) throws OutputLost {
        if (bytes.length < count * FRAME_BYTES) {
            bytes = new byte[count * FRAME_BYTES];
        }
        for (int i = 0; i < count; i++) {
            put(4 * i, left[i]);
            put(4 * i + 2, right[i]);
        }
        int written = line.write(bytes, 0, count * FRAME_BYTES);
        if (written < count * FRAME_BYTES || !line.isOpen()) {
            throw new OutputLost("it took " + written + " of " + count * FRAME_BYTES + " bytes");
        }
    }

    private void put(int at, float sample) {
        int value = Math.round(Math.clamp(sample, -1f, 1f) * FULL_SCALE);
        bytes[at] = (byte) value;
        bytes[at + 1] = (byte) (value >> 8);
    }

    @Override
    public void flush() {
        line.flush();
    }

    @Override
    public void close() {
        line.close();
    }
}
