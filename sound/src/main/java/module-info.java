/// The ground floor: units, mathematics and audio files.
module zelvan.sound {
    requires transitive org.jspecify;
    // Quicker where the runtime was started with it.
    requires static jdk.incubator.vector;
    requires java.desktop;
    requires java.logging;
    requires ffsampledsp.complete;
    requires JTransforms;
    requires JLargeArrays;
    requires java.flac.encoder;
    requires net.harawata.appdirs;

    exports zelvan.problem;
    exports zelvan.files;
    exports zelvan.units;
    exports zelvan.dsp;
    exports zelvan.audio;
}
