/// Voices that are put together from stretches of recordings: recordings and where their stretches
/// lie go in, the voice as arranged comes out, as it sounds, as it is heard, and as it is matched.
/// Start reading at [zelvan.arrange.Arrangement].
@org.jspecify.annotations.NullMarked
package zelvan.arrange;
