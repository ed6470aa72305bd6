package zelvan.session;

import java.util.List;
import java.util.Optional;
import zelvan.align.Anchor;
import zelvan.align.Marks;
import zelvan.units.Clock;

/// Changes by which an editor mends what the program found: anchors, landmarks, protections.
public sealed interface RepairEdit extends Edit {
    /// An anchor and the voice that it belongs to.
    record Of(String voiceId, Anchor anchor) {}

    /// Holds moments of voices at moments of the guide, or places landmarks in them; in one voice
    /// or in several together.
    ///
    /// @param names the voices, as the history calls them
    /// @param anchors one a voice
    record SetAnchors(String names, List<Of> anchors) implements RepairEdit {
        public SetAnchors {
            anchors = List.copyOf(anchors);
        }

        @Override
        public String title() {
            Anchor first = anchors.getFirst().anchor();
            return names
                    + (first.held() ? ": hold at " : ": landmark at ")
                    + Clock.text(first.guideSeconds(), 2);
        }

        @Override
        public Session apply(Session session) {
            return session.handling(anchors, Of::voiceId, (h, of) -> h.setting(of.anchor()));
        }
    }

    /// Lets go of anchors that were set.
    record ReleaseAnchors(String names, List<Of> anchors) implements RepairEdit {
        public ReleaseAnchors {
            anchors = List.copyOf(anchors);
        }

        @Override
        public String title() {
            return names
                    + ": let go at "
                    + Clock.text(anchors.getFirst().anchor().guideSeconds(), 2);
        }

        @Override
        public Session apply(Session session) {
            return session.handling(anchors, Of::voiceId, (h, of) -> h.without(of.anchor()));
        }
    }

    /// Does to voices what was done by hand to another one.
    ///
    /// @param from the other one
    /// @param names the voices, as the history calls them
    record Carry(String from, String names, List<Of> places) implements RepairEdit {
        /// @param hand in the voice's own time
        public record Of(String voiceId, HandWork hand) {}

        public Carry {
            places = List.copyOf(places);
        }

        @Override
        public String title() {
            return names + ": by hand as " + from;
        }

        @Override
        public Session apply(Session session) {
            return session.handling(places, Of::voiceId, (h, of) -> h.with(of.hand()));
        }
    }

    /// Changes what is made of the landmarks of a voice.
    ///
    /// @param what as the history calls it
    record ChangeMarks(String voiceId, String name, Marks marks, String what)
            implements RepairEdit {
        @Override
        public String title() {
            return name + ": " + what;
        }

        @Override
        public Session apply(Session session) {
            return session.handling(voiceId, h -> h.withMarks(marks));
        }
    }

    /// Protects a stretch of a voice, or changes how.
    ///
    /// @param instead the protection that it takes the place of
    record Protect(String voiceId, String name, Protection protection, Optional<Protection> instead)
            implements RepairEdit {
        /// A new one.
        public Protect(String voiceId, String name, Protection protection) {
            this(voiceId, name, protection, Optional.empty());
        }

        @Override
        public String title() {
            return name
                    + ": protect "
                    + protection.words()
                    + " at "
                    + Clock.text(protection.span().startSeconds(), 2);
        }

        @Override
        public Session apply(Session session) {
            return session.handling(
                    voiceId,
                    h -> instead.map(before -> h.without(before)).orElse(h).protecting(protection));
        }
    }

    /// Lifts a protection.
    record Unprotect(String voiceId, String name, Protection protection) implements RepairEdit {
        @Override
        public String title() {
            return name
                    + ": protection lifted at "
                    + Clock.text(protection.span().startSeconds(), 2);
        }

        @Override
        public Session apply(Session session) {
            return session.handling(voiceId, h -> h.without(protection));
        }
    }

    /// Ticks something off as meant, or takes that back.
    ///
    /// @param what as the history calls it
    record TickOff(String voiceId, String name, Meant meant, String what) implements RepairEdit {
        @Override
        public String title() {
            return name + ": " + what + " at " + Clock.text(meant.span().startSeconds(), 2);
        }

        @Override
        public Session apply(Session session) {
            return session.handling(voiceId, h -> h.meaning(meant));
        }
    }
}
