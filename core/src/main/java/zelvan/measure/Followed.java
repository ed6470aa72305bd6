package zelvan.measure;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.VoiceAnalysis;
import zelvan.dsp.Percentile;
import zelvan.timing.TimeMap;
import zelvan.tuning.Key;
import zelvan.tuning.MatchedPitch;
import zelvan.tuning.TuningResult;
import zelvan.units.Curve;
import zelvan.units.RecordedSpan;

/// A voice beside its guide, as both sound now.
///
/// @param guide what is heard in the guide
/// @param guideMap when each of its moments sounds
/// @param heard what is heard in the voice
/// @param alignment of the two
/// @param map when each moment of the voice sounds
/// @param pitch of the two; empty where there is nothing to compare
/// @param tuning what becomes of the voice's
/// @param gainDecibels how much louder the voice's moments sound
/// @param guideGainDecibels the same of the guide's
/// @param unison whether it is to sing the guide's tones, in whatever octave
/// @param key the song's, as far as it is known
/// @param stillTiming stretches whose timing the user keeps
/// @param stillPitch stretches whose pitch the user keeps
public record Followed(
        VoiceAnalysis guide,
        TimeMap guideMap,
        VoiceAnalysis heard,
        Alignment alignment,
        TimeMap map,
        Optional<MatchedPitch> pitch,
        TuningResult tuning,
        Curve gainDecibels,
        Curve guideGainDecibels,
        boolean unison,
        Optional<Key> key,
        List<RecordedSpan> stillTiming,
        List<RecordedSpan> stillPitch) {
    /// A vibrato's period to both sides.
    private static final int NEAR_FRAMES = 20;

    /// How late the voice is at an anchor, as both sound now.
    double lateSeconds(Anchor anchor) {
        return map.outputSecondsAt(anchor.sourceSeconds())
                - guideMap.outputSecondsAt(anchor.guideSeconds());
    }

    boolean keepsTimingAt(double recordedSeconds) {
        return stillTiming.stream().anyMatch(s -> s.contains(recordedSeconds));
    }

    boolean keepsPitchAt(double recordedSeconds) {
        return stillPitch.stream().anyMatch(s -> s.contains(recordedSeconds));
    }

    /// The pitch of the voice as it sounds now where the guide is at a moment, cents above A4: the
    /// median around it.
    OptionalDouble soundingCents(double guideSeconds) {
        if (pitch.isEmpty()) {
            return OptionalDouble.empty();
        }
        MatchedPitch matched = pitch.get();
        int middle = matched.firstFrom(guideSeconds);
        double[] near =
                IntStream.rangeClosed(middle - NEAR_FRAMES, middle + NEAR_FRAMES)
                        .filter(f -> f >= 0 && f < matched.frames())
                        .filter(f -> !Double.isNaN(matched.ownCents(f)))
                        .mapToDouble(f -> soundingCents(matched, f))
                        .toArray();
        return near.length < NEAR_FRAMES
                ? OptionalDouble.empty()
                : OptionalDouble.of(Percentile.median(near));
    }

    /// The pitch of the voice as it sounds now in a frame, cents above A4.
    double soundingCents(MatchedPitch matched, int frame) {
        return matched.ownCents(frame) + tuning.map().centsAt(frame * VoiceAnalysis.HOP_SECONDS);
    }
}
