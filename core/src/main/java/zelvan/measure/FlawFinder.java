package zelvan.measure;

import java.util.ArrayList;
import java.util.List;
import zelvan.units.GuideSpan;

/// Finds what is still heard in one voice, by its maps.
public final class FlawFinder {
    private FlawFinder() {}

    /// @param cells of the voice
    /// @param own levels of the voice
    /// @param stack levels of all voices of its stack, its own among them
    /// @param mates the other voices of its stack
    /// @param levelDecibels by how much it is turned up against the guide
    /// @return what is noticed
    public static List<Flaw> find(
            Followed voice,
            List<LockMap.Cell> cells,
            Levels own,
            List<Levels> stack,
            List<Followed> mates,
            double levelDecibels) {
        TimingFlaws timing = new TimingFlaws(voice);
        LevelFlaws level = new LevelFlaws(voice, own, stack);
        List<Flaw> flaws = new ArrayList<>();
        for (int i = 0; i < cells.size(); i++) {
            if (cells.get(i).isCompared()) {
                GuideSpan phrase = cells.get(i).phrase();
                flaws.addAll(timing.in(phrase));
                flaws.addAll(level.in(phrase, i));
            }
        }
        voice.pitch()
                .map(pitch -> new PitchFlaws(voice, pitch, mates))
                .ifPresent(pitch ->
                        cells.stream()
                                .filter(LockMap.Cell::isCompared)
                                .forEach(c -> flaws.addAll(pitch.in(c.phrase()))));
        double presence = Audibility.presence(own.usual() + levelDecibels);
        return flaws.stream().map(f -> f.heard(presence)).filter(Flaw::isNoticed).toList();
    }
}
