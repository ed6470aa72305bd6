package zelvan.setting;

/// One thing that can be set: what it is called, which values it has, and how they are written.
///
/// A value is in the unit in which people see and type it: per cent, milliseconds, cents. The stage
/// that uses it turns it into its own.
///
/// @param <T> its values
public sealed interface Setting<T> permits Amount, Choice {
    /// As files and the command line call it; unique among all settings.
    String word();

    /// As the window calls it, below a heading that says what it is about.
    String label();

    /// What it does, for people.
    String help();

    /// What is in force until somebody sets something.
    T usual();

    /// A value as it is typed.
    ///
    /// @throws IllegalArgumentException if there is no such value; the message says which there are
    T parse(String typed);

    /// A value as [#parse] reads it.
    String typed(T value);

    /// A value with its unit, for people.
    String shown(T value);

    /// The same value, if it is one that this setting has.
    ///
    /// @throws IllegalArgumentException if it is not; the message says which there are
    T checked(T value);

    /// The setting and a value, for people.
    default String words(T value) {
        return word().replace('-', ' ') + " " + shown(value);
    }
}
