package zelvan.engine;

import java.util.List;
import zelvan.timing.TimeMapper;

/// What a voice's time maps are made with; knows what of it is rigid.
record Mapper(Heard heard) implements Step<TimeMapper> {
    @Override
    public List<Step<?>> needs() {
        return List.of(heard);
    }

    @Override
    public TimeMapper run(Inputs inputs) {
        return new TimeMapper(inputs.of(heard));
    }
}
