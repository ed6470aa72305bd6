package zelvan.session;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/// Brings the documents of older versions up to date.
final class SessionUpgrade {
    private SessionUpgrade() {}

    static JsonNode of(JsonNode document, int version) {
        if (version == 1) {
            fromOne(document.path("session"));
        }
        if (version <= 2) {
            fromTwo(document.path("session"));
        }
        if (version <= 3) {
            for (JsonNode voice : document.path("session").path("voices")) {
                // Version 4 knows what is wanted of single notes.
                object(voice).putArray("notes");
            }
        }
        if (version <= 4) {
            fromFour(document.path("session"));
        }
        if (version <= 5) {
            fromFive(document.path("session"));
        }
        return document;
    }

    /// Version 6 knows what is lined up first in single voices and phrases.
    private static void fromFive(JsonNode session) {
        for (JsonNode voice : session.path("voices")) {
            object(voice.path("timing")).putNull("lineUp");
            for (JsonNode phrase : voice.path("phrases")) {
                object(phrase.path("timing")).putNull("lineUp");
            }
        }
    }

    /// Version 5 knows wander and vibrato of more than single notes.
    private static void fromFour(JsonNode session) {
        for (JsonNode stack : session.path("stacks")) {
            object(stack.path("tuning")).put("wander", 1).put("vibrato", 1);
        }
        for (JsonNode voice : session.path("voices")) {
            object(voice.path("tuning")).putNull("wander").putNull("vibrato");
            for (JsonNode phrase : voice.path("phrases")) {
                object(phrase.path("tuning")).putNull("wander").putNull("vibrato");
            }
            for (JsonNode note : voice.path("notes")) {
                forgetWhole(object(note), "wander");
                forgetWhole(object(note), "vibrato");
            }
        }
    }

    /// All of it meant that nothing was said.
    private static void forgetWhole(ObjectNode note, String amount) {
        if (note.path(amount).asDouble() == 1) {
            note.putNull(amount);
        }
    }

    /// Version 2 knows what the guide is corrected to, placed landmarks beside held moments, what
    /// is lined up first, and protections that stay in place.
    private static void fromOne(JsonNode session) {
        object(session).putNull("grid");
        object(session)
                .putObject("guideTiming")
                .put("reference", "ITSELF")
                .put("trackId", "")
                .putObject("timing")
                .put("pull", 0.5)
                .put("slackSeconds", 0)
                .put("lineUp", "BOTH");
        for (JsonNode stack : session.path("stacks")) {
            object(stack).put("leaderId", Stack.GUIDE);
            object(stack.path("timing")).put("lineUp", "BOTH");
        }
        for (JsonNode voice : session.path("voices")) {
            object(voice).set("anchors", object(voice).remove("held"));
            for (JsonNode anchor : voice.path("anchors")) {
                object(anchor).remove("held");
                object(anchor).put("origin", "HELD");
                object(anchor).set("heldSeconds", anchor.path("guideSeconds"));
            }
            ObjectNode marks = object(voice).putObject("marks").put("sensitivity", 0.5);
            marks.putArray("added");
            marks.putArray("removedSeconds");
            for (JsonNode protection : voice.path("protections")) {
                object(protection).put("stays", false);
            }
        }
    }

    /// Version 3 knows pitch.
    private static void fromTwo(JsonNode session) {
        object(session).putObject("harmony").putNull("key").putArray("chords");
        for (JsonNode stack : session.path("stacks")) {
            object(stack)
                    .putObject("tuning")
                    .put("target", "OWN")
                    .put("pull", 0)
                    .put("slackCents", 0)
                    .put("detail", 1);
        }
        for (JsonNode voice : session.path("voices")) {
            follow(object(voice).putObject("tuning"));
            object(voice).putArray("octaves");
            for (JsonNode phrase : voice.path("phrases")) {
                follow(object(phrase).putObject("tuning"));
            }
        }
    }

    private static void follow(ObjectNode departure) {
        departure.putNull("target").putNull("pull").putNull("slackCents").putNull("detail");
    }

    private static ObjectNode object(JsonNode node) {
        if (node instanceof ObjectNode object) {
            return object;
        }
        throw new IllegalArgumentException("a part of it is missing");
    }
}
