package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import zelvan.session.Edit;
import zelvan.session.GuideEdit;
import zelvan.session.GuideReference;
import zelvan.session.Role;
import zelvan.session.Scope;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.timing.TimingSettings;
import zelvan.units.Grid;
import zelvan.units.TempoMap;

/// What an editor does about what the guide itself is lined up with: another voice, or the grid.
public record Guiding(State now) {
    public static final double SLOWEST_BEATS_PER_MINUTE = 20;
    public static final double FASTEST_BEATS_PER_MINUTE = 400;

    private static final double USUAL_BEATS_PER_MINUTE = 120;
    private static final int USUAL_BEATS_PER_BAR = 4;

    /// What the guide can be lined up with.
    public record Reference(GuideReference reference, String name) {}

    /// All that the guide can be lined up with, the usual first.
    public List<Reference> references() {
        List<Reference> references = new ArrayList<>();
        references.add(new Reference(GuideReference.ITSELF, "nothing, as sung"));
        references.add(new Reference(GuideReference.GRID, "the grid"));
        references.add(new Reference(GuideReference.MIDDLE, "the middle of all voices"));
        for (Voice voice : now.session().voices()) {
            if (voice.role() != Role.GUIDE) {
                references.add(new Reference(GuideReference.track(voice.id()), voice.name()));
            }
        }
        return references;
    }

    public Act lineUpWith(Reference chosen) {
        Edit lineUp = new GuideEdit.LineUpGuide(chosen.reference, "line up with " + chosen.name);
        boolean needsGrid =
                chosen.reference.kind() == GuideReference.Kind.GRID
                        && now.session().grid().isEmpty();
        Edit usual =
                new GuideEdit.SetGrid(Optional.of(gridOrUsual()), describe(gridOrUsual().tempo()));
        List<Edit> edits = new ArrayList<>(needsGrid ? List.of(usual, lineUp) : List.of(lineUp));
        if (chosen.reference.equals(GuideReference.MIDDLE)) {
            // A voice that only stands for the others has no say of its own.
            now.session()
                    .guide()
                    .ifPresent(guide ->
                            edits.add(
                                    new Turn<>(
                                            List.of(new Scope.OfVoice(guide.id())),
                                            guide.name(),
                                            TimingSettings.PULL,
                                            100.0)));
        }
        return Act.together(lineUp.title(), edits);
    }

    /// The grid, or the one to start from where there is none.
    public Grid gridOrUsual() {
        return now.session()
                .grid()
                .orElse(
                        new Grid(
                                TempoMap.steady(USUAL_BEATS_PER_MINUTE, USUAL_BEATS_PER_BAR, 0),
                                Grid.Division.HALVES,
                                Grid.STRAIGHT));
    }

    private static Act set(Grid grid, String what) {
        return Act.of(new GuideEdit.SetGrid(Optional.of(grid), what));
    }

    public Act setTempo(TempoMap tempo) {
        Grid grid = gridOrUsual();
        return set(new Grid(tempo, grid.division(), grid.swing()), describe(tempo));
    }

    private static String describe(TempoMap tempo) {
        return String.format(
                Locale.ROOT,
                "%.1f beats a minute%s",
                60 / tempo.changes().getFirst().beatSeconds(),
                tempo.changes().size() > 1 ? ", changing" : "");
    }

    /// One tempo for the whole song.
    ///
    /// @throws IllegalArgumentException if nothing can be sung so slowly or so fast
    public Act setTempo(double beatsPerMinute) {
        if (!(beatsPerMinute >= SLOWEST_BEATS_PER_MINUTE
                && beatsPerMinute <= FASTEST_BEATS_PER_MINUTE)) {
            throw new IllegalArgumentException("no tempo");
        }
        TempoMap tempo = gridOrUsual().tempo();
        return setTempo(TempoMap.steady(beatsPerMinute, tempo.beatsPerBar(), tempo.secondsAt(0)));
    }

    /// @throws IllegalArgumentException if a bar cannot have so many beats
    public Act setBeatsPerBar(double beats) {
        return setTempo(new TempoMap(gridOrUsual().tempo().changes(), (int) Math.round(beats)));
    }

    public Act setFirstBeat(double seconds) {
        TempoMap tempo = gridOrUsual().tempo();
        return setTempo(tempo.shiftedBy(seconds - tempo.secondsAt(0)));
    }

    public Act divide(Grid.Division division) {
        return set(
                new Grid(gridOrUsual().tempo(), division, gridOrUsual().swing()), division.word());
    }

    /// @param swing where the second of two parts falls, 0.5 for straight
    public Act swing(double swing) {
        return set(
                new Grid(gridOrUsual().tempo(), gridOrUsual().division(), swing),
                "swing " + Math.round(100 * swing) + " %");
    }

    public Act removeGrid() {
        return Act.of(new GuideEdit.SetGrid(Optional.empty(), "none"));
    }
}
