package zelvan.desktop.closeup;

import javafx.animation.Interpolator;
import javafx.animation.KeyFrame;
import javafx.animation.KeyValue;
import javafx.animation.Timeline;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.value.ObservableValue;
import javafx.util.Duration;
import zelvan.play.Version;

/// How far what is shown has slid from where it was recorded to where it sounds, when the version
/// that is heard changes.
public final class Slide {
    private static final Duration TAKES = Duration.millis(220);

    private final DoubleProperty locked = new SimpleDoubleProperty(1);
    private final Timeline slide = new Timeline();

    public Slide(ObservableValue<Version> version) {
        version.subscribe(this::to);
    }

    /// 0 as recorded, 1 as edited, between them while it slides.
    public ReadOnlyDoubleProperty locked() {
        return locked;
    }

    private void to(Version version) {
        slide.stop();
        double target = version == Version.RAW ? 0 : 1;
        slide.getKeyFrames()
                .setAll(new KeyFrame(TAKES, new KeyValue(locked, target, Interpolator.EASE_BOTH)));
        slide.play();
    }
}
