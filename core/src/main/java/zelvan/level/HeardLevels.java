package zelvan.level;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Predicate;
import zelvan.analysis.End;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.RecordedSpan;

/// What is heard in a voice, as far as levels go: the sounds beside its notes, with what was said
/// of them by hand, and how loud it sings. Immutable.
public final class HeardLevels {
    /// Vowels are beside a sound as far as this.
    private static final double BESIDE_SECONDS = 0.35;

    private static final double LEAST_DECIBELS = -120;

    private final VoiceAnalysis heard;
    private final List<SideSound> sounds;
    private final SungLoudness sung;

    /// @param edits what was said by hand
    public HeardLevels(VoiceAnalysis heard, List<SoundEdit> edits) {
        this.heard = heard;
        this.sounds = sounds(heard, edits);
        this.sung = new SungLoudness(heard, sounds);
    }

    private static List<SideSound> sounds(VoiceAnalysis heard, List<SoundEdit> edits) {
        List<SideSound> all = new ArrayList<>();
        heard.esses().forEach(s -> all.add(new SideSound(SideSound.Kind.ESS, s)));
        heard.breaths().forEach(s -> all.add(new SideSound(SideSound.Kind.BREATH, s)));
        for (End end : heard.ends()) {
            SideSound.Kind kind =
                    switch (end.kind()) {
                        case CONSONANT -> SideSound.Kind.CONSONANT;
                        case CUTOFF -> SideSound.Kind.CUTOFF;
                    };
            all.add(new SideSound(kind, end.span()));
        }
        all.removeIf(s -> edits.stream().anyMatch(e -> e.concerns(s)));
        edits.stream().filter(SoundEdit::there).map(SoundEdit::sound).forEach(all::add);
        all.sort(Comparator.comparingDouble(s -> s.span().startSeconds()));
        return List.copyOf(all);
    }

    public VoiceAnalysis heard() {
        return heard;
    }

    /// In order of time.
    public List<SideSound> sounds() {
        return sounds;
    }

    /// How loud what is sung in a stretch is, LUFS; not a number where too little is.
    public double sungLufs(RecordedSpan span) {
        return sung.lufs(span);
    }

    /// How loud a sound is against the vowels beside it, decibels; against silence where there are
    /// none.
    public double besideDecibels(SideSound sound) {
        double vowel = sung.lufs(sound.span().widenedBy(BESIDE_SECONDS));
        return heard.loudness(sound.span()) - (Double.isNaN(vowel) ? LEAST_DECIBELS : vowel);
    }

    List<SideSound> soundsThat(Predicate<SideSound> hold) {
        return sounds.stream().filter(hold).toList();
    }
}
