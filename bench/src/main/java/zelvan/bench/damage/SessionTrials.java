package zelvan.bench.damage;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;
import zelvan.derived.Derived;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.files.Target;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Session;
import zelvan.session.SessionFile;

/// Session files in which something is wrong, as edited by hand, as torn, or as written by a
/// program that means something else: read, and what is left of them derived and heard.
final class SessionTrials {
    private static final int EDITS = 60;
    private static final double[] AWKWARD = {
        0, -0.0, -1, 1, 1e-9, 0.5, 2, 5, 100, -5000, 1e6, 1e12, 1e300, -1e300, 8.9999, 9, 9.0001
    };

    private final Path file;
    private final byte[] whole;
    private final Engine engine;

    /// @param session is edited until it holds something of everything
    /// @param seconds length of its voices
    SessionTrials(Path folder, Session session, double seconds, Path kept)
            throws IOException, ZelvanProblem {
        file = folder.resolve("song.zelvan");
        engine = new Engine(new KeptWork(kept));
        RandomEdits edits = new RandomEdits(new Random(1), seconds);
        Session full = session;
        for (int i = 0; i < EDITS; i++) {
            Session next = edits.next(full).apply(full);
            boolean complete = next.voices().size() == session.voices().size();
            if (complete && engine.derive(next, Progress.NONE).problems().isEmpty()) {
                full = next;
            }
        }
        SessionFile.write(Target.temporary(file), full);
        whole = Files.readAllBytes(file);
    }

    Trial trial(long seed) {
        return new Trial(
                "session " + seed,
                () -> {
                    Random random = new Random(seed);
                    Files.write(
                            file,
                            random.nextInt(4) == 0 ? Damage.of(whole, random) : changed(random));
                    SessionFile.Opened opened;
                    try {
                        opened = SessionFile.open(file);
                    } catch (ZelvanProblem e) {
                        return Trial.Outcome.SAID;
                    }
                    Derived derived = engine.derive(opened.session(), Progress.NONE);
                    EditTrials.hear(derived, random);
                    return opened.leftOut().isEmpty() && derived.problems().isEmpty()
                            ? Trial.Outcome.FINE
                            : Trial.Outcome.SAID;
                });
    }

    private byte[] changed(Random random) {
        JsonNode tree = JsonMapper.shared().readTree(whole);
        int changes = 1 + random.nextInt(3);
        for (int i = 0; i < changes; i++) {
            change(tree, random);
        }
        return tree.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static void change(JsonNode tree, Random random) {
        List<JsonNode> inner = new ArrayList<>();
        gather(tree.path("session"), inner);
        JsonNode parent = inner.get(random.nextInt(inner.size()));
        if (parent instanceof ArrayNode array && !array.isEmpty()) {
            int at = random.nextInt(array.size());
            switch (random.nextInt(4)) {
                case 0 -> array.remove(at);
                case 1 -> array.insert(at, array.get(random.nextInt(array.size())).deepCopy());
                case 2 -> array.set(at, other(array.get(at), random));
                default -> array.add(array.get(at).deepCopy());
            }
        } else if (parent instanceof ObjectNode object && !object.isEmpty()) {
            List<String> names = new ArrayList<>(object.propertyNames());
            String name = names.get(random.nextInt(names.size()));
            switch (random.nextInt(6)) {
                case 0 -> object.remove(name);
                case 1 -> object.putNull(name);
                default -> object.set(name, other(object.get(name), random));
            }
        }
    }

    private static void gather(JsonNode node, List<JsonNode> inner) {
        if (node.isContainer()) {
            inner.add(node);
            node.forEach(child -> gather(child, inner));
        }
    }

    /// Something else of the same kind, gladly what nobody expects.
    private static JsonNode other(JsonNode node, Random random) {
        JsonNodeFactory make = JsonNodeFactory.instance;
        if (node.isNumber()) {
            return random.nextInt(3) == 0
                    ? make.numberNode(node.asDouble() * (4 * random.nextDouble() - 1))
                    : make.numberNode(AWKWARD[random.nextInt(AWKWARD.length)]);
        }
        if (node.isString()) {
            return make.stringNode(
                    List.of("", "v1", "v2", "GUIDE", "BED", "NaN", "../../evil", "doubles")
                            .get(random.nextInt(8)));
        }
        return node.isBoolean()
                ? make.booleanNode(random.nextBoolean())
                : make.numberNode(random.nextInt());
    }
}
