package zelvan.level;

import java.util.List;
import zelvan.setting.Amount;
import zelvan.setting.Choice;
import zelvan.setting.Setting;
import zelvan.setting.Settings;

/// How loud a voice is beside its guide, and what becomes of the sounds that pile up.
///
/// @param pull how much of a difference to the guide is taken away, 0 (nothing) to 1 (all that
///   exceeds the slack)
/// @param slackDecibels how much difference is left alone
/// @param unit of what the level is compared and moved
/// @param esses what becomes of sibilants
/// @param breaths what becomes of breaths
/// @param ends which final consonants are kept
/// @param endsDecibels how far those that are softened are turned down
/// @param endsVoices how many voices of a stack keep theirs
/// @param cutoffs what becomes of ends that are late
public record LevelSettings(
        double pull,
        double slackDecibels,
        Unit unit,
        Turned esses,
        Turned breaths,
        Ends ends,
        double endsDecibels,
        int endsVoices,
        Cutoffs cutoffs) {
    /// What is turned down as far as this is not heard at all.
    public static final double OUT_DECIBELS = -60;

    private static final String OUT = "out";
    private static final double MOST_SOUND_DECIBELS = 12;
    private static final double SHOWN_SOUND_DECIBELS = -24;

    /// Of what the level is drawn.
    public enum Unit {
        PHRASE("phrase by phrase"),
        NOTE("note by note");

        private final String word;

        Unit(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /// How loud esses or breaths are before they are turned up or down.
    public enum Target {
        OWN("as sung"),
        GUIDE("as the guide's");

        private final String word;

        Target(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /// Which final consonants are kept.
    public enum Ends {
        KEEP("all kept"),
        SOFTEN("softened"),
        GUIDE("only the guide's"),
        FEW("only in some voices");

        private final String word;

        Ends(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /// What becomes of ends that are late.
    public enum Cutoffs {
        KEEP("as sung"),
        FADE("faded with the guide's");

        private final String word;

        Cutoffs(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /// What becomes of sounds of a kind.
    ///
    /// @param target how loud they are before
    /// @param decibels by how much they are turned up or down then
    public record Turned(Target target, double decibels) {
        public static final Turned NOT = new Turned(Target.OWN, 0);
    }

    public static final Amount PULL =
            Amount.percent(
                    "level-pull",
                    "Pull",
                    "How much of a difference in level is taken away, against the guide",
                    100,
                    0);

    public static final Amount SLACK =
            new Amount(
                    "level-slack",
                    "Slack",
                    "How much difference in level is left alone, in decibels",
                    "dB",
                    0,
                    24,
                    0,
                    6,
                    0.0);

    public static final Choice<Unit> UNIT =
            Choice.of(
                    "level-by",
                    "Drawn",
                    "Whether phrases are drawn to the guide's level as they are, or each note",
                    Unit::word,
                    Unit.PHRASE);

    public static final Amount ESSES =
            sound("esses", "Esses", "How far sibilants are turned up or down");

    public static final Choice<Target> ESSES_TARGET =
            Choice.of(
                    "esses-target",
                    "Esses are",
                    "How loud sibilants are before that, beside the vowels next to them",
                    Target::word,
                    Target.OWN);

    public static final Amount BREATHS =
            sound("breaths", "Breaths", "How far breaths are turned up or down");

    public static final Choice<Target> BREATHS_TARGET =
            Choice.of(
                    "breaths-target",
                    "Breaths are",
                    "How loud breaths are before that; where the guide takes none, as the guide's is"
                            + " none",
                    Target::word,
                    Target.OWN);

    public static final Choice<Ends> ENDS =
            Choice.of(
                    "ends",
                    "Ends",
                    "Which of the consonants that phrases end with are heard",
                    Ends::word,
                    Ends.KEEP);

    public static final Amount ENDS_LEVEL =
            new Amount(
                    "ends-level",
                    "Softened by",
                    "How far final consonants are turned down where they are softened",
                    "dB",
                    OUT_DECIBELS,
                    0,
                    SHOWN_SOUND_DECIBELS,
                    0,
                    -9.0);

    public static final Amount ENDS_VOICES =
            new Amount(
                    "ends-voices",
                    "Voices",
                    "In how many voices of a stack final consonants are kept, from the first on",
                    "",
                    1,
                    99,
                    1,
                    8,
                    1.0);

    public static final Choice<Cutoffs> CUTOFFS =
            Choice.of(
                    "cutoffs",
                    "Cutoffs",
                    "What becomes of ends that are later than the guide's",
                    Cutoffs::word,
                    Cutoffs.KEEP);

    /// All of them.
    public static final List<Setting<?>> SETTINGS =
            List.of(
                    PULL,
                    SLACK,
                    UNIT,
                    ESSES,
                    ESSES_TARGET,
                    BREATHS,
                    BREATHS_TARGET,
                    ENDS,
                    ENDS_LEVEL,
                    ENDS_VOICES,
                    CUTOFFS);

    /// What is set of level.
    public static LevelSettings of(Settings settings) {
        return new LevelSettings(
                settings.inForce(PULL) / 100,
                settings.inForce(SLACK),
                settings.inForce(UNIT),
                new Turned(settings.inForce(ESSES_TARGET), settings.inForce(ESSES)),
                new Turned(settings.inForce(BREATHS_TARGET), settings.inForce(BREATHS)),
                settings.inForce(ENDS),
                settings.inForce(ENDS_LEVEL),
                (int) Math.round(settings.inForce(ENDS_VOICES)),
                settings.inForce(CUTOFFS));
    }

    private static Amount sound(String word, String label, String help) {
        return new Amount(
                        word,
                        label,
                        help,
                        "dB",
                        OUT_DECIBELS,
                        MOST_SOUND_DECIBELS,
                        SHOWN_SOUND_DECIBELS,
                        MOST_SOUND_DECIBELS,
                        0.0)
                .withLeastWord(OUT);
    }

    /// How far a level that is `offDecibels` above the guide's is to be turned up.
    double moveDecibels(double offDecibels) {
        double kept = Math.clamp(offDecibels, -slackDecibels, slackDecibels);
        return -pull * (offDecibels - kept);
    }
}
