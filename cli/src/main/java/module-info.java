/// The command line, and the program's entrance.
module zelvan.cli {
    requires transitive zelvan.core;
    requires zelvan.singers;
    requires info.picocli;
    requires java.management;
    requires jdk.management;

    exports zelvan.cli;

    opens zelvan.cli to
            info.picocli;

    uses zelvan.cli.Window;
}
