/// The command line, and the program's entrance.
module zelvan.cli {
    requires transitive zelvan.core;
    requires zelvan.singers;
    requires info.picocli;

    exports zelvan.cli;

    opens zelvan.cli to
            info.picocli;

    uses zelvan.cli.Window;
}
