package zelvan.session;

import java.util.ArrayList;
import java.util.List;
import zelvan.units.Moments;
import zelvan.units.RecordedSpan;

/// What was said by hand of a voice that is put together: of each stretch what was said of its
/// recording there, in the voice's time; and the way back.
final class ArrangedHand {
    private static final RecordedSpan EVERYTHING = new RecordedSpan(0, Moments.FURTHEST_SECONDS);

    private ArrangedHand() {}

    /// @param session with the clips' recordings
    static HandWork of(Session session, List<Clip> clips) {
        HandWork all = HandWork.NONE;
        for (Clip clip : clips) {
            all = all.and(partOf(hand(session, clip), clip));
        }
        return all;
    }

    private static HandWork hand(Session session, Clip clip) {
        return session.recording(clip.recordingId()).orElseThrow().hand();
    }

    private static HandWork partOf(HandWork hand, Clip clip) {
        if (hand.equals(HandWork.NONE)) {
            return hand;
        }
        HandWork inside = clip.span().map(hand::within).orElse(hand);
        return inside.shiftedBy(clip.shiftSeconds());
    }

    /// The session in which that was said of the voice. Where a stretch of a recording comes twice,
    /// what was changed in one of the places holds.
    static Session said(Session session, List<Clip> clips, HandWork wanted) {
        HandWork before = of(session, clips);
        Session changed = session;
        for (Clip clip : clips) {
            RecordedSpan place = clip.inVoice().orElse(EVERYTHING);
            HandWork part = wanted.within(place);
            if (!part.equals(before.within(place))) {
                RecordedSpan span = clip.span().orElse(EVERYTHING);
                List<Recording> recordings = new ArrayList<>();
                for (Recording recording : changed.recordings()) {
                    recordings.add(
                            recording.id().equals(clip.recordingId())
                                    ? recording.withHand(
                                            recording
                                                    .hand()
                                                    .without(span)
                                                    .and(part.shiftedBy(-clip.shiftSeconds())))
                                    : recording);
                }
                changed = changed.withRecordings(recordings);
            }
        }
        return changed;
    }
}
