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
        int found = Arrays.binarySearch(outputs, frame);
        int pin = found >= 0 ? found : -found - 2;
        int done = 0;
        while (done < count) {
            long at = frame + done;
            boolean last = pin + 1 >= outputs.length;
            int length = last ? count - done : (int) Math.min(count - done, outputs[pin + 1] - at);
            long shift = pins.get(Math.max(0, pin)).shift();
            if (pin < 0 || last || pins.get(pin).copied()) {
                planner.sound().read(channel, at + shift, into, done, length);
            } else {
                stretch(pin).render(channel, at, into, done, length);
            }
            done += length;
            pin++;
        }
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
