package zelvan.engine;

import java.util.List;
import zelvan.align.Alignment;
import zelvan.analysis.VoiceAnalysis;
import zelvan.measure.LockMap;
import zelvan.measure.LockMeter;
import zelvan.timing.TimingResult;
import zelvan.units.RecordedSpan;

/// How a voice sits, phrase by phrase.
///
/// @param walls protected stretches of the voice
record LockMeasured(
        Heard voice,
        Guiding guide,
        Step<Alignment> aligned,
        Step<TimingResult> timed,
        List<RecordedSpan> walls)
        implements Step<LockMap> {
    /// As recorded and as it sounds now, of the whole and of its phrases.
    private static final int BYTES_A_LANDMARK = 4 * Float.BYTES;

    private static final int BYTES_A_CELL = 200;

    @Override
    public List<Step<?>> needs() {
        return List.of(voice, guide.heard(), guide.timed(), aligned, timed);
    }

    @Override
    public LockMap run(Inputs inputs) {
        VoiceAnalysis lead = inputs.of(guide.heard());
        return new LockMeter(
                        lead.phrasesAsGuide(),
                        guide.marks().heardIn(lead),
                        inputs.of(guide.timed()).map())
                .measure(inputs.of(aligned), inputs.of(timed), walls, inputs.of(voice).phrases());
    }

    @Override
    public long bytes(LockMap value) {
        return (long) BYTES_A_LANDMARK * value.before().count()
                + (long) BYTES_A_CELL * value.cells().size();
    }
}
