package zelvan.desktop.acts;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import zelvan.align.Anchor;
import zelvan.align.OtherMatch;
import zelvan.analysis.VoiceAnalysis;
import zelvan.derived.Clocks;
import zelvan.derived.DerivedVoice;
import zelvan.derived.ToMend;
import zelvan.level.SideSound;
import zelvan.measure.Combing;
import zelvan.measure.Flaw;
import zelvan.session.HandWork;
import zelvan.session.Meant;
import zelvan.session.Protection;
import zelvan.session.RepairEdit;
import zelvan.session.TuningEdit.SetNotes;
import zelvan.session.Voice;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;
import zelvan.units.SongSpan;

/// What an editor does about what is left to mend: goes there, mends it with one click where that
/// can be done, ticks it off.
public record Mending(State now) {
    /// Turned down with it, so that its fades lie beside it.
    private static final double AROUND_OVER_SECONDS = 0.05;

    private static final double OVER_MARGIN_DECIBELS = 0.5;

    /// One place.
    ///
    /// @param phrase of the guide, in which it lies
    /// @param meant whether it was ticked off
    public record Place(Voice voice, ToMend toMend, GuideSpan phrase, boolean meant) {
        public Flaw flaw() {
            return toMend.flaw();
        }
    }

    /// What one click does about a place.
    ///
    /// @param word on the button
    public record Mend(String word, Act act) {}

    /// Which places are looked at.
    ///
    /// @param subject empty for all
    /// @param selectedOnly whether only those of the voices and the phrase that are selected
    /// @param meant whether those that were ticked off, or the others
    public record Narrowing(Optional<Flaw.Subject> subject, boolean selectedOnly, boolean meant) {
        public static final Narrowing NONE = new Narrowing(Optional.empty(), false, false);
    }

    /// The places in the order in which they are heard.
    public List<Place> places(List<ToMend> all, Narrowing narrowing) {
        Predicate<ToMend> wanted =
                m ->
                        narrowing.subject.map(m.flaw().kind().subject()::equals).orElse(true)
                                && (!narrowing.selectedOnly || isSelected(m));
        // There may be thousands, and the window waits for them.
        Map<String, Voice> voices =
                now.session().voices().stream()
                        .collect(Collectors.toMap(Voice::id, Function.identity()));
        Map<String, HandWork> hands = new HashMap<>();
        voices.forEach((id, voice) -> hands.put(id, now.hand(voice)));
        List<GuideSpan> phrases = now.derived().guidePhrases();
        List<Place> places = new ArrayList<>();
        for (ToMend mend : all) {
            Voice voice = voices.get(mend.voiceId());
            HandWork hand = hands.get(mend.voiceId());
            if (voice == null || hand == null || !wanted.test(mend)) {
                continue;
            }
            boolean meant = !hand.meant().isEmpty() && isMeant(hand, mend);
            if (meant == narrowing.meant) {
                places.add(new Place(voice, mend, phrase(phrases, mend), meant));
            }
        }
        return places;
    }

    private boolean isSelected(ToMend mend) {
        Selection selection = now.selection();
        boolean voice =
                selection.voiceIds().isEmpty()
                        ? selection
                                .stackId()
                                .map(id ->
                                        now.voice(mend.voiceId()).stream()
                                                .anyMatch(v -> v.stackId().equals(id)))
                                .orElse(true)
                        : selection.has(mend.voiceId());
        return voice
                && (selection.phrases().isEmpty()
                        || selection.phrases().stream()
                                .anyMatch(p -> p.contains(mend.flaw().span().middleSeconds())));
    }

    /// The phrase that shares most with a place.
    private static GuideSpan phrase(List<GuideSpan> phrases, ToMend mend) {
        GuideSpan span = mend.flaw().span();
        GuideSpan best = span;
        double most = 0;
        for (GuideSpan phrase : phrases) {
            double shared = phrase.overlaps(span) ? phrase.sharedSeconds(span) : 0;
            if (shared > most) {
                best = phrase;
                most = shared;
            }
        }
        return best;
    }

    private boolean isMeant(HandWork hand, ToMend mend) {
        return hand.means(mend.flaw().kind().name(), recorded(mend));
    }

    private RecordedSpan recorded(ToMend mend) {
        return now.clocks(mend.voiceId()).recorded(mend.flaw().span());
    }

    /// Ticks a place off as meant, or takes that back.
    public Act tickOff(Place place) {
        Meant meant = new Meant(place.flaw().kind().name(), recorded(place.toMend));
        return Act.of(
                new RepairEdit.TickOff(
                        place.voice.id(),
                        place.voice.name(),
                        meant,
                        place.meant ? "not meant" : "meant"));
    }

    /// What one click does about a place; empty where nothing can be done with one.
    public Optional<Mend> mend(Place place) {
        return switch (place.flaw().kind()) {
            case CONSONANT, VOWEL, END -> hold(place);
            case PITCH -> intonate(place);
            case COMBING -> open(place);
            case RATE, MATCH, OTHER_WORDS, SING_AGAIN -> protect(place, Protection.Kind.TIMING);
            case CLICK, LOUDNESS, ROUGH -> protect(place, Protection.Kind.BOTH);
            case LEVEL -> turn(place, recorded(place.toMend), -place.flaw().amount());
            case ESS -> turnEss(place);
            case OVER ->
                    overDecibels(place)
                            .flatMap(over ->
                                    turn(
                                            place,
                                            recorded(place.toMend).widenedBy(AROUND_OVER_SECONDS),
                                            -over));
            case OCTAVE, OCTAVE_HEARD, PAUSE -> Optional.empty();
        };
    }

    /// What could be done instead with another click; usually empty.
    public Optional<Mend> otherMend(Place place) {
        return place.flaw().kind() == Flaw.Kind.MATCH ? otherMatch(place) : Optional.empty();
    }

    private Optional<Mend> otherMatch(Place place) {
        Optional<DerivedVoice> made = now.made(place.voice.id());
        Optional<VoiceAnalysis> heard = made.flatMap(DerivedVoice::analysis);
        return now.derived()
                .guideAnalysis()
                .flatMap(guide ->
                        heard.flatMap(voice ->
                                OtherMatch.of(
                                        guide, voice, made.get().alignment(), place.flaw().span())))
                .map(anchor ->
                        new Mend(
                                "Take the other match",
                                Act.of(
                                                new RepairEdit.SetAnchors(
                                                        place.voice.name(),
                                                        List.of(
                                                                new RepairEdit.Of(
                                                                        place.voice.id(), anchor))))
                                        .focusing(
                                                new Focus.OnBead(
                                                        place.voice.id(),
                                                        anchor.sourceSeconds()))));
    }

    /// The moment of the voice that sounds apart is held where the guide's is.
    private Optional<Mend> hold(Place place) {
        double belongs = place.flaw().span().middleSeconds();
        Clocks clocks = now.clocks(place.voice.id());
        double sounds = clocks.songSecondsOfGuide(belongs) + place.flaw().amount();
        Anchor held = Anchor.held(clocks.recordedSeconds(sounds), belongs);
        return Optional.of(
                new Mend(
                        "Hold at the guide's",
                        Act.of(
                                        new RepairEdit.SetAnchors(
                                                place.voice.name(),
                                                List.of(new RepairEdit.Of(place.voice.id(), held))))
                                .focusing(
                                        new Focus.OnBead(place.voice.id(), held.sourceSeconds()))));
    }

    /// The note is put where it belongs.
    private Optional<Mend> intonate(Place place) {
        double middle =
                now.clocks(place.voice.id()).recordedSecondsOf(place.flaw().span().middleSeconds());
        Optional<RecordedSpan> note =
                now.made(place.voice.id()).stream()
                        .map(DerivedVoice::pitched)
                        .flatMap(p -> p.result().notes().stream())
                        .map(n -> n.span())
                        .filter(span -> span.contains(middle))
                        .findFirst();
        return note.flatMap(span ->
                        new Notes(now)
                                .soundingCents(place.voice.id(), span)
                                .map(cents ->
                                        now.hand(place.voice)
                                                .note(span)
                                                .withAim(cents - place.flaw().amount())))
                .map(edit ->
                        new Mend(
                                "Put in tune",
                                Act.of(
                                        new SetNotes(
                                                List.of(
                                                        new SetNotes.Of(
                                                                place.voice.id(), List.of(edit))),
                                                "put in tune"))));
    }

    private Optional<Mend> turn(Place place, RecordedSpan span, double decibels) {
        return span.seconds() > 0
                ? Optional.of(
                        new Mend(
                                turnWords(decibels),
                                new Levelling(now).turnOne(place.voice.id(), span, decibels)))
                : Optional.empty();
    }

    private Optional<Mend> turnEss(Place place) {
        Sounds sounds = new Sounds(now);
        double decibels = -place.flaw().amount();
        return sounds.nearest(
                        place.voice.id(), SideSound.Kind.ESS, place.flaw().span().middleSeconds())
                .map(ess -> new Mend(turnWords(decibels), sounds.turn(List.of(ess), decibels)));
    }

    private static String turnWords(double decibels) {
        return String.format(
                Locale.ROOT,
                "Turn %s by %.0f dB",
                decibels < 0 ? "down" : "up",
                Math.max(1, Math.abs(decibels)));
    }

    /// By how much it is over full scale there, and a little.
    private Optional<Double> overDecibels(Place place) {
        SongSpan span = now.derived().guideClocks().song(place.flaw().span()).widenedBy(0.01);
        return now.made(place.voice.id())
                .map(made -> made.peakDecibels(span) + OVER_MARGIN_DECIBELS)
                .filter(over -> over > 0);
    }

    private Optional<Mend> open(Place place) {
        return place.toMend
                .combing()
                .filter(c -> c.openingSlackSeconds().isPresent())
                .map(c -> new Mend(slackWords(c), new Tracks(now).open(c)));
    }

    private static String slackWords(Combing pair) {
        return "Open with "
                + Math.round(1000 * pair.openingSlackSeconds().orElse(0.0))
                + " ms slack";
    }

    private Optional<Mend> protect(Place place, Protection.Kind kind) {
        RecordedSpan span = recorded(place.toMend);
        return span.seconds() > 0
                ? Optional.of(
                        new Mend(
                                "Keep as sung",
                                new Protections(now).protect(place.voice.id(), span, kind)))
                : Optional.empty();
    }

    /// The stretch of the voice, in its own time, whose octave is doubted there.
    public Optional<RecordedSpan> octave(Place place) {
        if (place.flaw().kind() != Flaw.Kind.OCTAVE_HEARD) {
            return Optional.empty();
        }
        double middle =
                now.clocks(place.voice.id()).recordedSecondsOf(place.flaw().span().middleSeconds());
        return now.made(place.voice.id()).flatMap(DerivedVoice::analysis).stream()
                .flatMap(heard -> heard.pitch().octaveDoubts().stream())
                .min(Comparator.comparingDouble(span -> Math.abs(span.middleSeconds() - middle)));
    }

    /// The stretch that is to be seen through the lens of pitch.
    public Optional<Focus> focus(Place place) {
        return octave(place).map(span -> new Focus.OnRange(place.voice.id(), span));
    }
}
