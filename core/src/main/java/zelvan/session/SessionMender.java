package zelvan.session;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.exc.UnrecognizedPropertyException;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import zelvan.align.Marks;
import zelvan.setting.Settings;
import zelvan.tuning.Harmony;

/// Opens what can be opened of a session in which something is wrong.
///
/// How it works: the document is read; where a value refuses what stands there, the smallest part
/// around it that a session can do without is left out (one anchor, one note, one chord, one
/// setting; a track without a recording goes altogether), that is noted, and the document is read
/// again.
final class SessionMender {
    private static final int MOST_PARTS = 500;
    private static final Object NEEDED = new Object();

    private final JsonMapper json;
    private final JsonNode document;
    private final List<String> leftOut = new ArrayList<>();

    /// @param document up to date; is changed
    SessionMender(JsonMapper json, JsonNode document) {
        this.json = json;
        this.document = document;
    }

    /// What was left out, each with its place and its reason.
    List<String> leftOut() {
        return leftOut;
    }

    /// @param type of the whole document
    /// @throws JacksonException if not even a part of it can be read
    <T> T read(Class<T> type) {
        while (true) {
            try {
                return json.treeToValue(document, type);
            } catch (JacksonException e) {
                if (leftOut.size() >= MOST_PARTS || !leaveOut(e)) {
                    throw e;
                }
            }
        }
    }

    private boolean leaveOut(JacksonException problem) {
        List<String> place = place(problem);
        String words = words(place);
        boolean done =
                problem instanceof UnrecognizedPropertyException ? forget(place) : leaveOut(place);
        if (done) {
            leftOut.add(words + ": " + reason(problem));
        }
        return done;
    }

    private static String reason(JacksonException problem) {
        Throwable cause = problem.getCause();
        String message =
                cause instanceof IllegalArgumentException
                        ? cause.getMessage()
                        : problem.getOriginalMessage();
        return String.valueOf(message).lines().findFirst().orElse("it cannot be read");
    }

    private static List<String> place(JacksonException problem) {
        List<String> place = new ArrayList<>();
        for (JacksonException.Reference step : problem.getPath()) {
            place.add(
                    step.getPropertyName() == null
                            ? String.valueOf(step.getIndex())
                            : step.getPropertyName());
        }
        if (problem.getCause() instanceof InvalidPart part) {
            place.addAll(part.place());
        }
        return place;
    }

    private JsonNode at(List<String> place) {
        JsonNode node = document;
        for (String step : place) {
            node = node.isArray() ? node.path(Integer.parseInt(step)) : node.path(step);
        }
        return node;
    }

    /// Takes away a property that nobody knows.
    private boolean forget(List<String> place) {
        return at(place.subList(0, place.size() - 1)) instanceof ObjectNode object
                && object.remove(place.getLast()) != null;
    }

    /// From the place outwards to the first part that a session can do without.
    private boolean leaveOut(List<String> place) {
        for (int depth = place.size(); depth > 1; depth--) {
            JsonNode parent = at(place.subList(0, depth - 1));
            String step = place.get(depth - 1);
            if (parent instanceof ArrayNode array && Integer.parseInt(step) < array.size()) {
                array.remove(Integer.parseInt(step));
                return true;
            }
            boolean setting = depth > 2 && place.get(depth - 2).equals("settings");
            if (setting && parent instanceof ObjectNode settings && settings.has(step)) {
                settings.remove(step);
                return true;
            }
            if (parent instanceof ObjectNode object) {
                Optional<JsonNode> usual = usual(place.subList(0, depth));
                if (usual.isPresent() && !usual.get().equals(object.get(step))) {
                    object.set(step, usual.get());
                    return true;
                }
            }
        }
        return false;
    }

    /// What stands in a place until somebody says otherwise; nothing where it cannot be done
    /// without.
    private Optional<JsonNode> usual(List<String> place) {
        String name = place.getLast();
        Object value =
                switch (name) {
                    case "stackId" -> firstStack();
                    case "id" -> "v" + (1000 + leftOut.size());
                    case "role" -> Role.DOUBLE;
                    case "leaderId" -> Stack.GUIDE;
                    case "mix" -> Mix.ALL;
                    case "guideReference" -> GuideReference.ITSELF;
                    case "harmony" -> Harmony.UNKNOWN;
                    case "hand" -> HandWork.NONE;
                    case "marks" -> Marks.NONE;
                    case "strip" -> Strip.PLAIN;
                    case "settings" -> Settings.NONE;
                    case "grid" -> Optional.empty();
                    case "stacks",
                            "phrases",
                            "anchors",
                            "octaves",
                            "notes",
                            "protections",
                            "sounds",
                            "levels" ->
                            List.of();
                    default -> NEEDED;
                };
        return value == NEEDED ? Optional.empty() : Optional.of(json.valueToTree(value));
    }

    private String firstStack() {
        return document.path("session").path("stacks").path(0).path("id").asString("");
    }

    /// For people: which voice, and what of it.
    private String words(List<String> place) {
        List<String> words = new ArrayList<>();
        for (int i = 0; i < place.size(); i++) {
            JsonNode named = at(place.subList(0, i + 1)).path("name");
            String step = place.get(i);
            if (named.isString() && i > 0) {
                words.add("“" + named.asString() + "”");
            } else if (!step.equals("session")
                    && !step.equals("voices")
                    && !step.equals("stacks")) {
                words.add(step.matches("\\d+") ? "number " + (Integer.parseInt(step) + 1) : step);
            }
        }
        return words.isEmpty() ? "session" : String.join(", ", words);
    }
}
