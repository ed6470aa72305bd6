package zelvan.play;

/// Plays programs to itself before anybody hears one: what the Java runtime runs for the first
/// times is so slow that many voices would drop out.
///
/// How it works: a program is mixed from where playing would begin, a block a step, and the next
/// one when there is another, until enough time has been spent on it. What is easy to mix takes
/// little of that, and leaves it to what comes later. Used by one thread.
final class Rehearsal {
    /// All that matters has been compiled by then: half of it was enough for two dozen voices on
    /// two shared processors.
    private static final long ENOUGH_NANOS = 2_000_000_000L;

    private static final double MOST_SECONDS = 30;

    private final Mixer mixer;
    private final float[] left = new float[Mixer.BLOCK_FRAMES];
    private final float[] right = new float[Mixer.BLOCK_FRAMES];
    private final Room room;
    private final long mostFrames;
    private Program program = Program.SILENCE;
    private long beginFrame;
    private long frame;
    private long spentNanos;

    /// @param failed tracks that cannot be played
    Rehearsal(int sampleRateHertz, FailedTracks failed) {
        mixer = new Mixer(failed);
        room = new Room(sampleRateHertz);
        mostFrames = (long) (MOST_SECONDS * sampleRateHertz);
    }

    /// One block more.
    ///
    /// @param next what would be heard
    /// @param from frame of it at which it would begin
    /// @return whether there is more to do
    @SuppressWarnings("ReferenceEquality") // each change is another program
    boolean step(Program next, long from) {
        if (next != program) {
            program = next;
            beginFrame = from;
            frame = from;
            mixer.goOnFrom(next, from);
        }
        boolean isOver = frame - beginFrame >= mostFrames || spentNanos >= ENOUGH_NANOS;
        if (isOver || next.tracks().isEmpty()) {
            return false;
        }
        long start = System.nanoTime();
        mixer.mix(next, frame, left, right);
        room.around(left, right, Mixer.BLOCK_FRAMES, next.room());
        frame += Mixer.BLOCK_FRAMES;
        spentNanos += System.nanoTime() - start;
        return true;
    }
}
