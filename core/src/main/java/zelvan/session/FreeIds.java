package zelvan.session;

import java.util.HashSet;
import java.util.Set;

/// Ids that nothing in a session has, each given out once.
public final class FreeIds {
    private final Set<String> taken = new HashSet<>();

    public FreeIds(Session session) {
        session.recordings().forEach(r -> taken.add(r.id()));
        session.stacks().forEach(s -> taken.add(s.id()));
        session.voices().forEach(v -> taken.add(v.id()));
    }

    /// The first number after `prefix` that is free.
    public String next(String prefix) {
        int number = 1;
        while (!taken.add(prefix + number)) {
            number++;
        }
        return prefix + number;
    }
}
