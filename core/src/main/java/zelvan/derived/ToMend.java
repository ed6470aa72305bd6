package zelvan.derived;

import java.util.Optional;
import zelvan.measure.Combing;
import zelvan.measure.Flaw;

/// Something that is left to mend.
///
/// @param voiceId in which voice
/// @param flaw what, and how plainly it is heard
/// @param combing the two voices that comb, if it is that
public record ToMend(String voiceId, Flaw flaw, Optional<Combing> combing) {}
