package zelvan.session;

import java.math.BigDecimal;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
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
        if (version <= 6) {
            fromSix(object(document.path("session")));
        }
        if (version <= 7) {
            object(document.path("session")).putArray("words");
            for (JsonNode recording : document.path("session").path("recordings")) {
                // Version 8 knows what is off and meant to be so, and words.
                object(recording.path("hand")).putArray("meant");
            }
        }
        if (version <= 8) {
            for (JsonNode voice : document.path("session").path("voices")) {
                // Version 9 knows roles that were guessed, and voices that are only seen.
                object(voice)
                        .put("guessed", false)
                        .put("safe", voice.path("role").asString("").equals("GUIDE"));
            }
        }
        if (version <= 9) {
            fromNine(document.path("session"));
        }
        if (version <= 10) {
            for (JsonNode voice : document.path("session").path("voices")) {
                // Version 11 knows takes.
                object(voice.path("layer").path("sung")).putArray("takes");
            }
        }
        if (version <= 11) {
            for (JsonNode recording : document.path("session").path("recordings")) {
                // Version 12 knows levels, and what is said of esses, breaths and ends.
                object(recording.path("hand")).putArray("sounds");
                object(recording.path("hand")).putArray("levels");
            }
        }
        if (version <= 12) {
            // Version 13 knows a room.
            object(document.path("session").path("mix")).put("room", 0.0);
        }
        return document;
    }

    /// Version 10 knows stretches of recordings, and where they lie.
    private static void fromNine(JsonNode session) {
        for (JsonNode voice : session.path("voices")) {
            for (JsonNode clip : voice.path("layer").path("sung").path("clips")) {
                object(clip)
                        .put("placedSeconds", 0)
                        .put("fadeInSeconds", 0)
                        .put("fadeOutSeconds", 0)
                        .put("gainDecibels", 0)
                        .putNull("span");
            }
        }
    }

    /// Version 7 knows recordings, with what was said of them by hand, and settings by their words.
    private static void fromSix(ObjectNode session) {
        ArrayNode recordings = session.putArray("recordings");
        JsonNode guideTiming = session.remove("guideTiming");
        session.putObject("guideReference")
                .put("kind", guideTiming.path("reference").asString(""))
                .put("trackId", guideTiming.path("trackId").asString(""));
        for (JsonNode stack : session.path("stacks")) {
            settings(object(stack));
        }
        for (JsonNode node : session.path("voices")) {
            ObjectNode voice = object(node);
            ObjectNode recording = recordings.addObject();
            String id = "r" + recordings.size();
            recording.put("id", id);
            move(voice, recording, "audio");
            ObjectNode hand = recording.putObject("hand");
            for (String part : List.of("anchors", "marks", "octaves", "notes", "protections")) {
                move(voice, hand, part);
            }
            voice.putObject("layer")
                    .putObject("sung")
                    .putArray("clips")
                    .addObject()
                    .put("recordingId", id);
            voice.path("phrases").forEach(phrase -> settings(object(phrase)));
            ObjectNode settings = settings(voice);
            ObjectNode strip = object(voice.path("strip"));
            putChanged(settings, "level", strip.remove("gainDecibels"), 1);
            putChanged(settings, "pan", strip.remove("pan"), 100);
            if (voice.path("role").asString("").equals("GUIDE")) {
                timing(settings, guideTiming.path("timing"));
            }
        }
    }

    /// What is missing is for the reader to complain of.
    private static void move(ObjectNode from, ObjectNode to, String part) {
        JsonNode value = from.remove(part);
        if (value != null) {
            to.set(part, value);
        }
    }

    /// The settings that were kept as timing and tuning.
    private static ObjectNode settings(ObjectNode owner) {
        JsonNode timing = owner.remove("timing");
        JsonNode tuning = owner.remove("tuning");
        ObjectNode settings = owner.putObject("settings");
        if (timing != null) {
            timing(settings, timing);
        }
        if (tuning != null) {
            put(settings, "pitch-target", tuning.path("target"), 1);
            put(settings, "pitch-pull", tuning.path("pull"), 100);
            put(settings, "pitch-slack", tuning.path("slackCents"), 1);
            put(settings, "keep-detail", tuning.path("detail"), 100);
            put(settings, "wander", tuning.path("wander"), 100);
            put(settings, "vibrato", tuning.path("vibrato"), 100);
        }
        return settings;
    }

    private static void timing(ObjectNode settings, JsonNode timing) {
        put(settings, "timing-pull", timing.path("pull"), 100);
        put(settings, "timing-slack", timing.path("slackSeconds"), 1000);
        put(settings, "line-up", timing.path("lineUp"), 1);
    }

    /// A voice always had one; 0 was as it came.
    private static void putChanged(
            ObjectNode settings, String word, @Nullable JsonNode value, int scale) {
        if (value == null || !value.isNumber() || value.asDouble() != 0) {
            put(settings, word, value, scale);
        }
    }

    /// A null followed what stood above. In decimals, so that 0.07 is 7 per cent and nothing else.
    private static void put(ObjectNode settings, String word, @Nullable JsonNode value, int scale) {
        if (value == null || value.isNull() || value.isMissingNode()) {
            return;
        }
        if (value.isNumber()) {
            double scaled =
                    BigDecimal.valueOf(value.asDouble())
                            .multiply(BigDecimal.valueOf(scale))
                            .doubleValue();
            settings.put(word, scaled);
        } else {
            settings.put(word, value.asString("").toLowerCase(Locale.ROOT));
        }
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
