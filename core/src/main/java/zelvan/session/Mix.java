package zelvan.session;

/// What is heard of the whole.
///
/// @param blend −1 the lead alone, 0 both, 1 the voices alone
/// @param bed whether the bed is heard
/// @param room how loud the room around it is, 0 not at all, 1 as loud as what sounds in it
public record Mix(double blend, boolean bed, double room) {
    public static final Mix ALL = new Mix(0, true, 0);

    public Mix {
        if (!(blend >= -1 && blend <= 1)) {
            throw new IllegalArgumentException("blend must be -1 to 1, was " + blend);
        }
        if (!(room >= 0 && room <= 1)) {
            throw new IllegalArgumentException("room must be 0 to 1, was " + room);
        }
    }

    public Mix withBlend(double value) {
        return new Mix(value, bed, room);
    }

    public Mix withBed(boolean value) {
        return new Mix(blend, value, room);
    }

    public Mix withRoom(double value) {
        return new Mix(blend, bed, value);
    }
}
