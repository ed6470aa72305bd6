/// Voices that are chosen from several recordings of their line: what each of these is like in each
/// phrase goes in, the stretches that a voice is made of come out. Nothing here listens or matches.
/// Start reading at [zelvan.takes.TakeMap], then at [zelvan.takes.Comp].
@org.jspecify.annotations.NullMarked
package zelvan.takes;
