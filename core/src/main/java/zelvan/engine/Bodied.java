package zelvan.engine;

import java.util.List;
import zelvan.align.Alignment;
import zelvan.body.Body;
import zelvan.body.BodyMapper;
import zelvan.body.BodySettings;
import zelvan.session.ByPhrase;

/// What a voice's body is made.
record Bodied(Step<Alignment> aligned, ByPhrase<BodySettings> settings) implements Step<Body> {
    @Override
    public List<Step<?>> needs() {
        return List.of(aligned);
    }

    @Override
    public Body run(Inputs inputs) {
        Alignment alignment = inputs.of(aligned);
        return BodyMapper.map(
                settings.elsewhere(),
                settings.stretches().stream()
                        .map(s ->
                                new BodyMapper.Stretch(alignment.inVoice(s.guideSpan()), s.value()))
                        .toList());
    }
}
