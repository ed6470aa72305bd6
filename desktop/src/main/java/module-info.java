/// The window.
module zelvan.desktop {
    requires zelvan.cli;
    requires zelvan.core;
    requires javafx.controls;
    requires java.desktop;
    requires atlantafx.base;
    requires org.kordamp.ikonli.javafx;
    requires org.kordamp.ikonli.feather;
    requires org.slf4j;

    provides zelvan.cli.Window with
            zelvan.desktop.DesktopWindow;

    exports zelvan.desktop to
            javafx.graphics;
}
