/// Everything that is derived from voices and from what the user wants.
module zelvan.core {
    // Quicker where the runtime was started with it.
    requires static jdk.incubator.vector;
    requires transitive zelvan.sound;
    requires java.desktop;
    requires tools.jackson.databind;
    requires com.fasterxml.jackson.annotation;
    requires de.siegmar.fastcsv;
    requires com.samskivert.jmustache;
    requires org.slf4j;

    exports zelvan.setting;
    exports zelvan.analysis;
    exports zelvan.align;
    exports zelvan.arrange;
    exports zelvan.timing;
    exports zelvan.tuning;
    exports zelvan.render;
    exports zelvan.body;
    exports zelvan.level;
    exports zelvan.measure;
    exports zelvan.session;
    exports zelvan.takes;
    exports zelvan.derived;
    exports zelvan.engine;
    exports zelvan.play;
    exports zelvan.exchange;

    opens zelvan.exchange to
            tools.jackson.databind,
            com.samskivert.jmustache;
    opens zelvan.session to
            tools.jackson.databind;
}
