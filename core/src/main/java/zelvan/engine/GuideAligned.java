package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.align.Marks;
import zelvan.align.MomentMatcher;
import zelvan.align.OwnMiddle;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.Grid;
import zelvan.units.TimeSpan;

/// The guide matched with what it is lined up with, in the song's time.
///
/// @param grids none or one
/// @param tracks none or one
/// @param voices those in whose middle it is to be; usually none
record GuideAligned(
        Heard heard,
        List<Grid> grids,
        List<Told> tracks,
        List<Aligned> voices,
        List<Anchor> byUser,
        Marks marks)
        implements Step<Alignment> {
    @Override
    public List<Step<?>> needs() {
        List<Step<?>> needs = new ArrayList<>(tracks);
        needs.addAll(voices);
        needs.add(heard);
        return needs;
    }

    @Override
    public Alignment run(Inputs inputs) {
        VoiceAnalysis guide = inputs.of(heard);
        if (!voices.isEmpty()) {
            return OwnMiddle.of(marks.of(guide), voices.stream().map(inputs::of).toList(), byUser);
        }
        List<Double> moments = new ArrayList<>();
        grids.forEach(g -> moments.addAll(g.linesIn(new TimeSpan(0, guide.seconds()))));
        tracks.forEach(t -> {
            for (double onset : inputs.of(t)) {
                moments.add(onset);
            }
        });
        return MomentMatcher.match(
                marks.of(guide), moments.stream().mapToDouble(m -> m).toArray(), byUser);
    }
}
