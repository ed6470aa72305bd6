package zelvan.measure;

import java.util.Optional;
import zelvan.units.GuideSpan;

/// Two voices that have become so alike in a phrase that their sum is filtered as by a comb.
///
/// @param voiceId of the one that could sit looser
/// @param otherId of the other, which may be the guide
/// @param phrase of the guide, as recorded
/// @param likeness see [CombMeter]
/// @param openingSlackSeconds slack that lets the two sound apart again, if there is one: takes
///   that are the same as recorded cannot be opened
public record Combing(
        String voiceId,
        String otherId,
        GuideSpan phrase,
        double likeness,
        Optional<Double> openingSlackSeconds) {}
