package zelvan.session;

import zelvan.units.RecordedSpan;

/// Something that was found to be off, and that the user means to be so.
///
/// @param what kind of thing, by the name that whoever finds it gives it
/// @param span where, in the recording's own time
public record Meant(String what, RecordedSpan span) {}
