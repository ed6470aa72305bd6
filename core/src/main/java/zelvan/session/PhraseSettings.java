package zelvan.session;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import zelvan.setting.Settings;
import zelvan.units.GuideSpan;

/// Where a voice departs from its other settings in a phrase.
///
/// @param guideSpan the phrase, in the guide's time
/// @param settings what is different
public record PhraseSettings(GuideSpan guideSpan, Settings settings) {
    /// A departure reaches a little beyond its phrase, as far as it meets no other: landmarks may
    /// lie on its borders.
    static final double BORDER_SECONDS = 0.02;

    /// Shorter ones are left over where a phrase was a little longer before.
    private static final double SHORTEST_SECONDS = 2 * BORDER_SECONDS;

    /// What is different in a phrase: in most of it, if not in all.
    static Settings in(List<PhraseSettings> all, GuideSpan phrase) {
        double least = Math.min(BORDER_SECONDS, phrase.seconds() / 2);
        return all.stream()
                .filter(p -> shared(p, phrase) > least)
                .max(Comparator.comparingDouble(p -> shared(p, phrase)))
                .map(PhraseSettings::settings)
                .orElse(Settings.NONE);
    }

    private static double shared(PhraseSettings one, GuideSpan phrase) {
        return Math.min(one.guideSpan.endSeconds(), phrase.endSeconds())
                - Math.max(one.guideSpan.startSeconds(), phrase.startSeconds());
    }

    /// All departures, with those of a phrase changed, in each part of it that has its own. What
    /// lies outside of it stays.
    ///
    /// @param all in order, without overlaps
    /// @return the same
    static List<PhraseSettings> changed(
            List<PhraseSettings> all, GuideSpan phrase, UnaryOperator<Settings> change) {
        double from = phrase.startSeconds();
        double to = phrase.endSeconds();
        double start = from - BORDER_SECONDS;
        double end = to + BORDER_SECONDS;
        TreeSet<Double> borders = new TreeSet<>(List.of(from, to));
        List<PhraseSettings> changed = new ArrayList<>();
        for (PhraseSettings one : all) {
            double first = one.guideSpan.startSeconds();
            double last = one.guideSpan.endSeconds();
            borders.addAll(List.of(snapped(first, phrase), snapped(last, phrase)));
            if (from - first > SHORTEST_SECONDS) {
                changed.add(one.over(first, Math.min(last, from)));
                start = Math.max(start, Math.min(last, from));
            }
            if (last - to > SHORTEST_SECONDS) {
                changed.add(one.over(Math.max(first, to), last));
                end = Math.min(end, Math.max(first, to));
            }
        }
        for (double border : borders.headSet(to)) {
            double next = borders.higher(border);
            Settings settings = change.apply(at(all, (border + next) / 2));
            if (!settings.isNone()) {
                GuideSpan span =
                        new GuideSpan(border == from ? start : border, next == to ? end : next);
                changed.add(new PhraseSettings(span, settings));
            }
        }
        changed.sort(Comparator.comparingDouble(p -> p.guideSpan.startSeconds()));
        return joined(changed);
    }

    private static Settings at(List<PhraseSettings> all, double seconds) {
        return all.stream()
                .filter(p -> p.guideSpan.contains(seconds))
                .findFirst()
                .map(PhraseSettings::settings)
                .orElse(Settings.NONE);
    }

    /// What is near the border of a phrase, or beyond it, is at it.
    private static double snapped(double seconds, GuideSpan phrase) {
        if (seconds < phrase.startSeconds() + SHORTEST_SECONDS) {
            return phrase.startSeconds();
        }
        return seconds > phrase.endSeconds() - SHORTEST_SECONDS ? phrase.endSeconds() : seconds;
    }

    private PhraseSettings over(double from, double to) {
        return new PhraseSettings(new GuideSpan(from, to), settings);
    }

    /// Those that touch and say the same are one.
    private static List<PhraseSettings> joined(List<PhraseSettings> all) {
        List<PhraseSettings> joined = new ArrayList<>();
        for (PhraseSettings one : all) {
            boolean goesOn =
                    !joined.isEmpty()
                            && joined.getLast().settings.equals(one.settings)
                            && joined.getLast().guideSpan.endSeconds()
                                    == one.guideSpan.startSeconds();
            if (goesOn) {
                PhraseSettings last = joined.removeLast();
                joined.add(one.over(last.guideSpan.startSeconds(), one.guideSpan.endSeconds()));
            } else {
                joined.add(one);
            }
        }
        return joined;
    }
}
