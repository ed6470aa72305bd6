package zelvan.cli;

import java.util.List;
import java.util.stream.Stream;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import zelvan.body.BodySettings;
import zelvan.level.LevelSettings;
import zelvan.setting.Amount;
import zelvan.setting.Choice;
import zelvan.setting.Setting;
import zelvan.setting.Settings;
import zelvan.timing.TimingSettings;
import zelvan.tuning.TuningSettings;

/// Settings as options: one for each that concerns what is printed, under its word.
final class SettingOptions {
    private static final List<Setting<?>> SETTINGS =
            Stream.of(
                            TimingSettings.SETTINGS,
                            TuningSettings.SETTINGS,
                            LevelSettings.SETTINGS,
                            BodySettings.SETTINGS)
                    .<Setting<?>>flatMap(List::stream)
                    .toList();

    private SettingOptions() {}

    static void addTo(CommandSpec command) {
        for (Setting<?> setting : SETTINGS) {
            command.addOption(
                    OptionSpec.builder(option(setting))
                            .type(String.class)
                            .paramLabel(values(setting))
                            .description(setting.help() + ".")
                            .build());
        }
    }

    private static String option(Setting<?> setting) {
        return "--" + setting.word();
    }

    /// Which values there are, for people.
    static String values(Setting<?> setting) {
        return switch (setting) {
            case Amount amount ->
                    amount.typed(amount.least())
                            + ".."
                            + amount.typed(amount.most())
                            + " "
                            + amount.unit();
            case Choice<?> choice -> words(choice);
        };
    }

    private static <E extends Enum<E>> String words(Choice<E> choice) {
        return String.join("|", choice.values().stream().map(choice::typed).toList());
    }

    /// What was given, over what stands where nothing was.
    static Settings given(CommandSpec command, Settings otherwise) throws UsageProblem {
        Settings settings = otherwise;
        for (Setting<?> setting : SETTINGS) {
            String typed = command.findOption(option(setting)).getValue();
            if (typed != null) {
                settings = with(settings, setting, typed, option(setting) + " " + typed);
            }
        }
        return settings;
    }

    /// Settings with one more, as it was typed.
    ///
    /// @param where it was typed, for people
    static <T> Settings with(Settings settings, Setting<T> setting, String typed, String where)
            throws UsageProblem {
        return settings.with(setting, parse(setting, typed, where));
    }

    /// A value as it was typed.
    ///
    /// @param where it was typed, for people
    static <T> T parse(Setting<T> setting, String typed, String where) throws UsageProblem {
        try {
            return setting.parse(typed);
        } catch (IllegalArgumentException e) {
            throw new UsageProblem(
                    where, String.valueOf(e.getMessage()), "Give " + values(setting));
        }
    }
}
