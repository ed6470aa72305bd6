package zelvan.render;

import java.util.List;
import zelvan.audio.Sound;

/// Divides a voice into stretches: what is copied, what is spliced, what is put together from
/// cycles. Immutable: any thread may ask for any stretch.
///
/// Where nothing changes, sound is copied, whole frames away from where it was. Voiced sound that
/// changes is put together from grains, from an epoch to an epoch ([GrainPlanner]). Sound without
/// pitch keeps its pitch whatever the maps say, and where its time changes it is spliced
/// ([Splicer]).
final class RenderPlanner {
    private final Sound sound;
    private final Splicer splicer;
    private final GrainPlanner grains;
    private final List<Pin> pins;

    RenderPlanner(Sound sound, Epochs epochs, Shape shape) {
        this.sound = sound;
        int rate = sound.sampleRateHertz();
        this.splicer = new Splicer(sound, shape.time());
        this.grains = new GrainPlanner(sound, epochs, shape);
        this.pins = new PinFinder(epochs, shape, rate).pins();
    }

    Sound sound() {
        return sound;
    }

    /// Where stretches begin, in order; the last one ends at the last.
    List<Pin> pins() {
        return pins;
    }

    /// What sounds from one pin to the next.
    Stretch between(Pin a, Pin b) {
        return switch (a.after()) {
            case COPIED -> throw new IllegalArgumentException("nothing is to be planned there");
            case GRAINS -> grains.between(a, b);
            case SPLICED -> splicer.between(a, b);
        };
    }
}
