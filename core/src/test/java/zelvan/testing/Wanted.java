package zelvan.testing;

import java.util.List;
import zelvan.session.Edit;
import zelvan.session.Scope;
import zelvan.session.Turn;
import zelvan.setting.Settings;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;

/// Edits that turn settings of all stacks.
public final class Wanted {
    private Wanted() {}

    public static Edit timing(double pullPercent, double slackMillis) {
        return turned(
                Settings.of(TimingSettings.PULL, pullPercent)
                        .with(TimingSettings.SLACK, slackMillis));
    }

    public static Edit pitch(
            PitchTarget target, double pullPercent, double slackCents, double detailPercent) {
        return turned(
                Settings.of(TuningSettings.TARGET, target)
                        .with(TuningSettings.PULL, pullPercent)
                        .with(TuningSettings.SLACK, slackCents)
                        .with(TuningSettings.DETAIL, detailPercent));
    }

    public static Edit turned(Settings values) {
        return Turn.all(List.of(Scope.ALL), "All stacks", "settings", values);
    }
}
