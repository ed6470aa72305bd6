package zelvan.analysis;

/// What happens at a landmark.
public enum LandmarkKind {
    /// A syllable's consonant begins.
    CONSONANT,
    /// A syllable's vowel begins: what is felt as the beat (Morton, Marcus & Frankish, *Perceptual
    /// centers*, 1976).
    VOWEL,
    /// The sound is cut off.
    RELEASE
}
