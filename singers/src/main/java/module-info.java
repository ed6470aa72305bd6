/// Simulated singers, the demo session, and the truth about both.
module zelvan.singers {
    requires transitive zelvan.sound;
    requires java.desktop;
    requires tools.jackson.databind;

    exports zelvan.singers;

    opens zelvan.singers to
            tools.jackson.databind;
}
