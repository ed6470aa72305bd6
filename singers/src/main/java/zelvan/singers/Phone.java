package zelvan.singers;

import java.util.Locale;

/// The speech sounds that the singers know.
///
/// **Source:** vowel formants are the men's averages of G. E. Peterson & H. L. Barney, *Control
/// methods used in a study of the vowels* (1952), table II; consonant formants follow D. H. Klatt,
/// *Software for a cascade/parallel formant synthesizer* (1980), table III, quoted from memory.
/// Durations and noise bands are common practice.
enum Phone {
    IY(Kind.VOWEL, 270, 2290, 3010),
    IH(Kind.VOWEL, 390, 1990, 2550),
    EH(Kind.VOWEL, 530, 1840, 2480),
    AE(Kind.VOWEL, 660, 1720, 2410),
    AH(Kind.VOWEL, 640, 1190, 2390),
    AA(Kind.VOWEL, 730, 1090, 2440),
    AO(Kind.VOWEL, 570, 840, 2410),
    UH(Kind.VOWEL, 440, 1020, 2240),
    UW(Kind.VOWEL, 300, 870, 2240),
    ER(Kind.VOWEL, 490, 1350, 1690),
    M(Kind.NASAL, 280, 950, 2200, 75),
    N(Kind.NASAL, 280, 1700, 2600, 70),
    L(Kind.LIQUID, 330, 1050, 2880, 65),
    R(Kind.LIQUID, 310, 1060, 1380, 65),
    W(Kind.LIQUID, 290, 610, 2150, 60),
    Y(Kind.LIQUID, 260, 2070, 3020, 55),
    S(Kind.FRICATIVE, 320, 1390, 2530, 115, 7200, 0.55),
    SH(Kind.FRICATIVE, 300, 1840, 2750, 105, 3600, 0.6),
    F(Kind.FRICATIVE, 340, 1100, 2080, 90, 5200, 0.12),
    TH(Kind.FRICATIVE, 320, 1290, 2540, 80, 6000, 0.10),
    HH(Kind.ASPIRATE, 500, 1500, 2500, 65),
    V(Kind.VOICED_FRICATIVE, 220, 1100, 2080, 65, 5000, 0.05),
    DH(Kind.VOICED_FRICATIVE, 270, 1290, 2540, 50, 6000, 0.04),
    Z(Kind.VOICED_FRICATIVE, 240, 1390, 2530, 80, 6800, 0.28),
    P(Kind.PLOSIVE, 400, 1100, 2150, 115, 1200, 0.5),
    T(Kind.PLOSIVE, 400, 1600, 2600, 115, 5200, 0.7),
    K(Kind.PLOSIVE, 300, 1990, 2850, 120, 2300, 0.7),
    B(Kind.VOICED_PLOSIVE, 200, 1100, 2150, 70, 1000, 0.35),
    D(Kind.VOICED_PLOSIVE, 200, 1600, 2600, 65, 4200, 0.4),
    G(Kind.VOICED_PLOSIVE, 200, 1990, 2850, 70, 2000, 0.4),
    /// An audible breath in.
    BREATH(Kind.BREATH, 550, 1500, 2500),
    /// No sound.
    REST(Kind.REST, 500, 1500, 2500);

    /// How a sound is made.
    enum Kind {
        VOWEL,
        NASAL,
        LIQUID,
        FRICATIVE,
        VOICED_FRICATIVE,
        ASPIRATE,
        PLOSIVE,
        VOICED_PLOSIVE,
        BREATH,
        REST
    }

    private final Kind kind;
    private final double[] formantHertz;
    private final double typicalSeconds;
    private final double noiseHertz;
    private final double noiseLevel;

    Phone(Kind kind, double f1, double f2, double f3) {
        this(kind, f1, f2, f3, 0, 0, 0);
    }

    Phone(Kind kind, double f1, double f2, double f3, double typicalMillis) {
        this(kind, f1, f2, f3, typicalMillis, 0, 0);
    }

    Phone(
            Kind kind,
            double f1,
            double f2,
            double f3,
            double typicalMillis,
            double noiseHertz,
            double noiseLevel) {
        this.kind = kind;
        this.formantHertz = new double[] {f1, f2, f3};
        this.typicalSeconds = typicalMillis / 1000;
        this.noiseHertz = noiseHertz;
        this.noiseLevel = noiseLevel;
    }

    static Phone named(String name) {
        return valueOf(name.toUpperCase(Locale.ROOT));
    }

    Kind kind() {
        return kind;
    }

    /// Centre of formant 1 to 3 (index 0 to 2) of an adult man.
    double formantHertz(int index) {
        return formantHertz[index];
    }

    /// How long a consonant usually lasts; 0 for vowels, which last as long as their note.
    double typicalSeconds() {
        return typicalSeconds;
    }

    /// Centre of the noise that is made at the constriction.
    double noiseHertz() {
        return noiseHertz;
    }

    /// Its strength, 0 to 1.
    double noiseLevel() {
        return noiseLevel;
    }

    boolean isSibilant() {
        return this == S || this == SH || this == Z;
    }

    /// Whether it is made at a constriction.
    boolean isObstruent() {
        return isPlosive() || kind == Kind.FRICATIVE || kind == Kind.VOICED_FRICATIVE;
    }

    boolean isPlosive() {
        return kind == Kind.PLOSIVE || kind == Kind.VOICED_PLOSIVE;
    }

    /// How strongly the vocal folds sound in it, 0 to 1.
    double voicing() {
        return switch (kind) {
            case VOWEL -> 1;
            case LIQUID -> 0.7;
            case NASAL -> 0.5;
            case VOICED_FRICATIVE -> 0.35;
            case VOICED_PLOSIVE -> 0.12;
            case FRICATIVE, ASPIRATE, PLOSIVE, BREATH, REST -> 0;
        };
    }
}
