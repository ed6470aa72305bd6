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
    /// @param gesture the same for all steps of one drag
    record SetAnchors(String names, List<Of> anchors, long gesture) implements RepairEdit {
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
            Session next = session;
            for (Of of : anchors) {
                next = next.changing(of.voiceId(), v -> v.setting(of.anchor()));
            }
            return next;
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof SetAnchors other && other.gesture == gesture;
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
            Session next = session;
            for (Of of : anchors) {
                next =
                        next.changing(
                                of.voiceId(),
                                v ->
                                        v.withAnchors(
                                                v.anchors().stream()
                                                        .filter(a -> !a.equals(of.anchor()))
                                                        .toList()));
            }
            return next;
        }
    }

    /// Changes what is made of the landmarks of a voice.
    ///
    /// @param what as the history calls it
    /// @param gesture the same for all steps of one drag
    record ChangeMarks(String voiceId, String name, Marks marks, String what, long gesture)
            implements RepairEdit {
        @Override
        public String title() {
            return name + ": " + what;
        }

        @Override
        public Session apply(Session session) {
            return session.changing(voiceId, v -> v.withMarks(marks));
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof ChangeMarks other
                    && other.voiceId.equals(voiceId)
                    && other.gesture == gesture;
        }
    }

    /// Protects a stretch of a voice, or changes how.
    ///
    /// @param instead the protection that it takes the place of
    /// @param gesture the same for all steps of one drag
    record Protect(
            String voiceId,
            String name,
            Protection protection,
            Optional<Protection> instead,
            long gesture)
            implements RepairEdit {
        /// A new one.
        public Protect(String voiceId, String name, Protection protection) {
            this(voiceId, name, protection, Optional.empty(), System.nanoTime());
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
            return session.changing(
                    voiceId, v -> instead.map(v::without).orElse(v).protecting(protection));
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof Protect other
                    && other.voiceId.equals(voiceId)
                    && other.gesture == gesture;
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
            return session.changing(voiceId, v -> v.without(protection));
        }
    }
}
