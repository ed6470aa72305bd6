package zelvan.takes;

import java.util.List;
import zelvan.align.Alignment;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// What a stretch of the guide is in a recording, and how much room there is around it before
/// anything else is sung; all in the time of the voice.
///
/// @param laid the recording
/// @param beginsSeconds where the stretch begins to be sung
/// @param endsSeconds where it ends
/// @param roomFromSeconds from when on there is nothing but rest before it
/// @param breathSeconds where whoever sings it breathes before it; where it begins, if he does not
/// @param roomToSeconds until when there is nothing but rest after it, breaths for what follows not
///   counted
/// @param nextSeconds when something else is sung after it
record Sung(
        Laid laid,
        double beginsSeconds,
        double endsSeconds,
        double roomFromSeconds,
        double breathSeconds,
        double roomToSeconds,
        double nextSeconds) {
    /// What is sung closer to the stretch belongs to it.
    private static final double SAME_SECONDS = 0.06;

    static Sung of(Laid laid, Alignment alignment, GuideSpan stretch) {
        RecordedSpan own = alignment.inVoice(stretch);
        List<RecordedSpan> phrases = laid.heard().phrases();
        double begins = own.startSeconds();
        double ends = own.endSeconds();
        double from = 0;
        double to = laid.heard().seconds();
        for (RecordedSpan phrase : phrases) {
            if (phrase.endSeconds() <= own.startSeconds() + SAME_SECONDS) {
                from = Math.max(from, phrase.endSeconds());
            } else if (phrase.startSeconds() >= own.endSeconds() - SAME_SECONDS) {
                to = Math.min(to, phrase.startSeconds());
            } else {
                boolean before = phrase.startSeconds() < begins - SAME_SECONDS;
                boolean after = phrase.endSeconds() > ends + SAME_SECONDS;
                from = before ? begins : from;
                to = after ? ends : to;
                begins = before ? begins : Math.min(begins, phrase.startSeconds());
                ends = after ? ends : Math.max(ends, phrase.endSeconds());
            }
        }
        double breath = begins;
        double room = to;
        for (RecordedSpan span : laid.heard().breaths()) {
            if (span.startSeconds() >= from && span.endSeconds() <= begins + SAME_SECONDS) {
                breath = Math.min(breath, span.startSeconds());
            }
            if (span.startSeconds() >= ends && span.endSeconds() <= to + SAME_SECONDS) {
                room = Math.min(room, span.startSeconds());
            }
        }
        double shiftSeconds = laid.shiftSeconds();
        return new Sung(
                laid,
                begins + shiftSeconds,
                ends + shiftSeconds,
                Math.min(from, breath) + shiftSeconds,
                breath + shiftSeconds,
                Math.max(room, ends) + shiftSeconds,
                Math.max(to, ends) + shiftSeconds);
    }
}
