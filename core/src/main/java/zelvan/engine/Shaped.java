package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import zelvan.render.Shape;
import zelvan.render.VoiceSource;
import zelvan.timing.TimeMap;
import zelvan.timing.TimingResult;
import zelvan.tuning.PitchMap;

/// A voice as it sounds now; where nothing changes, as it was recorded.
///
/// @param tuned none where its pitch is its own
record Shaped(Sounding sounding, Step<TimingResult> timed, List<Tuned> tuned)
        implements Step<VoiceSource> {
    /// Its pins, some sixty a second.
    private static final long BYTES_A_SECOND = 4_000;

    @Override
    public List<Step<?>> needs() {
        List<Step<?>> needs = new ArrayList<>(tuned);
        needs.add(sounding);
        // A guide is seldom changed, and whoever waits for it waits for everything.
        tuned.forEach(t -> needs.add(new Prepared(sounding)));
        needs.add(sounding.voice().heard().read());
        needs.add(timed);
        return needs;
    }

    @Override
    public VoiceSource run(Inputs inputs) {
        TimeMap time = inputs.of(timed).map();
        PitchMap pitch =
                tuned.isEmpty() ? PitchMap.NONE : inputs.of(tuned.getFirst()).result().map();
        Shape shape = Shape.of(time, pitch);
        return shape.isNone()
                ? inputs.of(sounding.voice().heard().read()).raw().orElseThrow()
                : inputs.of(sounding).along(shape);
    }

    @Override
    public long bytes(VoiceSource value) {
        return BYTES_A_SECOND * value.frames() / value.sampleRateHertz();
    }
}
