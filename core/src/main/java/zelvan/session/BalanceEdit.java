package zelvan.session;

import java.util.List;
import java.util.Locale;
import zelvan.level.LevelEdit;
import zelvan.level.SoundEdit;
import zelvan.units.RecordedSpan;

/// A change by hand of how loud something is: sounds beside the notes, phrases, notes, ranges.
public sealed interface BalanceEdit extends Edit {
    /// A stretch of a voice.
    ///
    /// @param span in the voice's time
    record Of(String voiceId, RecordedSpan span) {}

    /// Says something of esses, breaths or ends, in one or several voices.
    ///
    /// @param what says it in a word
    record SaySounds(List<Said> places, String what) implements BalanceEdit {
        /// @param sounds each takes the place of what was said of its stretch
        public record Said(String voiceId, List<SoundEdit> sounds) {
            public Said {
                sounds = List.copyOf(sounds);
            }
        }

        public SaySounds {
            places = List.copyOf(places);
        }

        @Override
        public String title() {
            SoundEdit first = places.getFirst().sounds().getFirst();
            String word = first.kind().word();
            return word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1) + ": " + what;
        }

        @Override
        public Session apply(Session session) {
            return session.handling(
                    places,
                    Said::voiceId,
                    (hand, said) -> {
                        HandWork more = hand;
                        for (SoundEdit sound : said.sounds) {
                            more = more.saying(sound);
                        }
                        return more;
                    });
        }
    }

    /// Turns stretches up or down, in one or several voices.
    ///
    /// @param what says it in a word
    record SetLevels(List<Set> places, String what) implements BalanceEdit {
        /// One of them.
        public record Set(String voiceId, LevelEdit level) {}

        public SetLevels {
            places = List.copyOf(places);
        }

        @Override
        public String title() {
            return "Level: " + what;
        }

        @Override
        public Session apply(Session session) {
            return session.handling(places, Set::voiceId, (h, s) -> h.levelling(s.level));
        }
    }

    /// Leaves what was said of sounds and levels in some stretches to the settings again.
    record GiveBackLevels(List<Of> places) implements BalanceEdit {
        public GiveBackLevels {
            places = List.copyOf(places);
        }

        @Override
        public String title() {
            return "Level: given back";
        }

        @Override
        public Session apply(Session session) {
            return session.handling(
                    places,
                    Of::voiceId,
                    (h, of) -> h.withoutSounds(of.span).withoutLevels(of.span));
        }
    }
}
