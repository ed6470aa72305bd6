package zelvan.engine;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import zelvan.align.Alignment;
import zelvan.body.Body;
import zelvan.body.BodyMapper;
import zelvan.body.BodySettings;
import zelvan.session.ByPhrase;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// What a voice's body is made.
///
/// @param aligned none for the guide, whose phrases are its own
record Bodied(Optional<Step<Alignment>> aligned, ByPhrase<BodySettings> settings)
        implements Step<Body> {
    @Override
    public List<Step<?>> needs() {
        return List.copyOf(aligned.stream().toList());
    }

    @Override
    public Body run(Inputs inputs) {
        Function<GuideSpan, RecordedSpan> ofVoice =
                aligned.<Function<GuideSpan, RecordedSpan>>map(step -> inputs.of(step)::inVoice)
                        .orElse(span -> new RecordedSpan(span.time()));
        return BodyMapper.map(
                settings.elsewhere(),
                settings.stretches().stream()
                        .map(s -> new BodyMapper.Stretch(ofVoice.apply(s.guideSpan()), s.value()))
                        .toList());
    }
}
