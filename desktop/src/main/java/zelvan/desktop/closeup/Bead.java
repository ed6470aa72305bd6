package zelvan.desktop.closeup;

import java.util.Optional;
import zelvan.align.Anchor;
import zelvan.analysis.LandmarkKind;

/// A moment shown on a ribbon.
///
/// @param voiceId whose ribbon
/// @param kind what happens there; empty for a held moment without a landmark
/// @param sourceSeconds in the voice as recorded
/// @param shownSeconds where it is shown now
/// @param anchor what it is tied to; empty for the guide's own and for what is not matched
record Bead(
        String voiceId,
        Optional<LandmarkKind> kind,
        double sourceSeconds,
        double shownSeconds,
        Optional<Anchor> anchor) {
    Bead tiedTo(Anchor value) {
        return new Bead(voiceId, kind, sourceSeconds, shownSeconds, Optional.of(value));
    }
}
