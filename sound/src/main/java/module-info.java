/// The ground floor: units, mathematics and audio files.
module zelvan.sound {
    requires transitive org.jspecify;
    requires java.desktop;
    requires JTransforms;
    requires JLargeArrays;
    requires java.flac.encoder;

    exports zelvan.problem;
    exports zelvan.units;
    exports zelvan.dsp;
    exports zelvan.audio;
}
