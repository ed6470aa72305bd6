/// The window.
module zelvan.desktop {
    requires zelvan.cli;
    requires zelvan.core;
    requires zelvan.singers;
}
