package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import zelvan.arrange.SeamLead;
import zelvan.render.Shape;
import zelvan.render.VoiceSource;
import zelvan.timing.TimeMap;
import zelvan.timing.TimingResult;
import zelvan.tuning.PitchMap;
import zelvan.units.RecordedSpan;

/// A voice as it sounds now; where nothing changes, as it was recorded.
///
/// @param tuned none where its pitch is its own
record Shaped(
        Sounding sounding,
        Step<TimingResult> timed,
        List<Tuned> tuned,
        Levelled levelled,
        Bodied bodied)
        implements Step<VoiceSource> {
    /// Its pins, some sixty a second.
    private static final long BYTES_A_SECOND = 4_000;

    @Override
    public List<Step<?>> needs() {
        List<Step<?>> needs = new ArrayList<>(tuned);
        needs.add(sounding);
        // A guide is seldom changed, and whoever waits for it waits for everything.
        tuned.forEach(t -> needs.add(new Prepared(sounding)));
        needs.add(recorded());
        needs.add(timed);
        needs.add(levelled);
        needs.add(bodied);
        if (!recorded().seams().isEmpty()) {
            needs.add(sounding.voice());
        }
        return needs;
    }

    private Recorded recorded() {
        return sounding.voice().heard().read();
    }

    @Override
    public VoiceSource run(Inputs inputs) {
        TimeMap time = inputs.of(timed).map();
        PitchMap pitch =
                tuned.isEmpty() ? PitchMap.NONE : inputs.of(tuned.getFirst()).result().map();
        Shape plain = Shape.of(time, pitch).withGain(inputs.of(levelled).result().gainDecibels());
        Shape shape = led(inputs.of(bodied).of(plain), inputs);
        return shape.isNone()
                ? inputs.of(recorded()).raw().orElseThrow()
                : inputs.of(sounding).along(shape);
    }

    /// Pitch and level lead over where one recording goes over into another.
    private Shape led(Shape shape, Inputs inputs) {
        List<RecordedSpan> seams = recorded().seams();
        if (seams.isEmpty()) {
            return shape;
        }
        SeamLead lead = SeamLead.of(seams, inputs.of(sounding.voice()), shape.pitch()::centsAt);
        return shape.withPitch(shape.pitch().plus(lead.cents())).louderBy(lead.decibels());
    }

    @Override
    public long bytes(VoiceSource value) {
        return BYTES_A_SECOND * value.frames() / value.sampleRateHertz();
    }
}
