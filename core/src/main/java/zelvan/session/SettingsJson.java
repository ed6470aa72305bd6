package zelvan.session;

import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.deser.std.StdDeserializer;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.ser.std.StdSerializer;
import zelvan.setting.Amount;
import zelvan.setting.Choice;
import zelvan.setting.Setting;
import zelvan.setting.Settings;

/// How settings stand in a file: each under its word, as it is typed.
final class SettingsJson {
    private SettingsJson() {}

    static SimpleModule module() {
        return new SimpleModule()
                .addSerializer(Settings.class, new Writer())
                .addDeserializer(Settings.class, new Reader());
    }

    private static final class Writer extends StdSerializer<Settings> {
        Writer() {
            super(Settings.class);
        }

        @Override
        public void serialize(Settings settings, JsonGenerator json, SerializationContext how) {
            json.writeStartObject();
            settings.set().forEach(setting -> write(settings, setting, json));
            json.writeEndObject();
        }

        private static void write(Settings settings, Setting<?> setting, JsonGenerator json) {
            switch (setting) {
                case Amount amount ->
                        json.writePOJOProperty(
                                amount.word(), amount.written(settings.inForce(amount)));
                case Choice<?> choice ->
                        json.writeStringProperty(choice.word(), choice.typedIn(settings));
            }
        }
    }

    private static final class Reader extends StdDeserializer<Settings> {
        Reader() {
            super(Settings.class);
        }

        @Override
        public Settings deserialize(JsonParser json, DeserializationContext how) {
            JsonNode tree = json.readValueAsTree();
            Settings settings = Settings.NONE;
            for (var property : tree.properties()) {
                String word = property.getKey();
                try {
                    Setting<?> setting =
                            KnownSettings.named(word)
                                    .orElseThrow(() ->
                                            new IllegalArgumentException(
                                                    "there is no such setting"));
                    settings = read(settings, setting, property.getValue());
                } catch (IllegalArgumentException e) {
                    throw JacksonException.wrapWithPath(
                            e, new JacksonException.Reference(Settings.class, word));
                }
            }
            return settings;
        }

        private static <T> Settings read(Settings settings, Setting<T> setting, JsonNode value) {
            String typed =
                    Optional.of(value)
                            .filter(JsonNode::isValueNode)
                            .map(JsonNode::asString)
                            .orElse("");
            return settings.with(setting, setting.parse(typed));
        }
    }
}
