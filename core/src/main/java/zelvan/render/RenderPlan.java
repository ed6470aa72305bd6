package zelvan.render;

import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicReferenceArray;

/// What is played when, for a whole voice: pins that are known at once, and between them stretches
/// that are planned when they are first heard. So a new map costs little, however long the voice.
///
/// Each stretch depends on its two pins alone: planned by two threads at once, it comes out the
/// same.
final class RenderPlan {
    private final RenderPlanner planner;
    private final List<Pin> pins;
    private final long[] outputs;
    private final AtomicReferenceArray<Stretch> stretches;

    RenderPlan(RenderPlanner planner) {
        this.planner = planner;
        this.pins = planner.pins();
        this.outputs = pins.stream().mapToLong(Pin::output).toArray();
        this.stretches = new AtomicReferenceArray<>(outputs.length);
    }

    /// Renders a block of one channel.
    void render(int channel, long frame, float[] into, int count) {
        eachPart(
                frame,
                count,
                (pin, at, done, length) -> {
                    if (isCopied(pin)) {
                        planner.sound().read(channel, at + shift(pin), into, done, length);
                    } else {
                        stretch(pin).render(channel, at, into, done, length);
                    }
                });
    }

    /// The same, without loss where it is copied.
    void render(int channel, long frame, double[] into, int count) {
        eachPart(
                frame,
                count,
                (pin, at, done, length) -> {
                    if (isCopied(pin)) {
                        planner.sound().read(channel, at + shift(pin), into, done, length);
                    } else {
                        float[] made = new float[length];
                        stretch(pin).render(channel, at, made, 0, length);
                        for (int i = 0; i < length; i++) {
                            into[done + i] = made[i];
                        }
                    }
                });
    }

    /// Plans the first stretch of a block that is not planned yet.
    ///
    /// @return whether there was one
    boolean prepare(long frame, int count) {
        int found = Arrays.binarySearch(outputs, frame);
        for (int pin = found >= 0 ? found : -found - 2;
                pin + 1 < outputs.length && (pin < 0 || outputs[pin] < frame + count);
                pin++) {
            if (!isCopied(pin) && stretches.get(pin) == null) {
                var unused = stretch(pin);
                return true;
            }
        }
        return false;
    }

    /// Part of a block, behind one pin.
    private interface Part {
        /// @param pin before the first one, −1
        /// @param at first frame of the output
        /// @param done frames of the block before it
        void render(int pin, long at, int done, int length);
    }

    private void eachPart(long frame, int count, Part part) {
        int found = Arrays.binarySearch(outputs, frame);
        int pin = found >= 0 ? found : -found - 2;
        int done = 0;
        while (done < count) {
            long at = frame + done;
            boolean last = pin + 1 >= outputs.length;
            int length = last ? count - done : (int) Math.min(count - done, outputs[pin + 1] - at);
            part.render(pin, at, done, length);
            done += length;
            pin++;
        }
    }

    private boolean isCopied(int pin) {
        return pin < 0 || pin + 1 >= outputs.length || pins.get(pin).copied();
    }

    private long shift(int pin) {
        return pins.get(Math.max(0, pin)).shift();
    }

    private Stretch stretch(int pin) {
        Stretch planned = stretches.get(pin);
        if (planned == null) {
            planned = planner.between(pins.get(pin), pins.get(pin + 1));
            stretches.set(pin, planned);
        }
        return planned;
    }
}
