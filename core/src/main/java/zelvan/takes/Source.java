package zelvan.takes;

/// What a stretch of a voice comes from.
sealed interface Source {
    /// From what the voice is made of.
    record Stays() implements Source {}

    /// From nothing.
    record Silent() implements Source {}

    /// From a take, that much later than in its recording.
    record Chosen(Take take, double shiftSeconds) implements Source {
        @Override
        public boolean isSame(Source other) {
            return other instanceof Chosen chosen
                    && take.isSame(chosen.take)
                    && shiftSeconds == chosen.shiftSeconds;
        }

        Chosen later(double seconds) {
            return new Chosen(take, shiftSeconds + seconds);
        }
    }

    default boolean isSame(Source other) {
        return equals(other);
    }
}
