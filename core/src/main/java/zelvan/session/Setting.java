package zelvan.session;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import zelvan.timing.LineUp;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;

/// One of the settings that stacks have and that voices and phrases may depart from: how it is read
/// and changed wherever it stands, without touching any other.
///
/// @param <T> its values
public final class Setting<T> {
    public static final Setting<Double> TIMING_PULL =
            ofTiming(
                    "pull",
                    v -> percent(v),
                    TimingSettings::pull,
                    TimingSettings::withPull,
                    TimingDeparture::pull,
                    (d, v) -> new TimingDeparture(v, d.slackSeconds(), d.lineUp()));
    public static final Setting<Double> TIMING_SLACK =
            ofTiming(
                    "slack",
                    v -> String.format(Locale.ROOT, "%.0f ms", v * 1000),
                    TimingSettings::slackSeconds,
                    TimingSettings::withSlack,
                    TimingDeparture::slackSeconds,
                    (d, v) -> new TimingDeparture(d.pull(), v, d.lineUp()));
    public static final Setting<LineUp> LINE_UP =
            ofTiming(
                    "line up",
                    LineUp::word,
                    TimingSettings::lineUp,
                    TimingSettings::withLineUp,
                    TimingDeparture::lineUp,
                    (d, v) -> new TimingDeparture(d.pull(), d.slackSeconds(), v));
    public static final Setting<PitchTarget> PITCH_TARGET =
            ofTuning(
                    "pitch to",
                    PitchTarget::word,
                    TuningSettings::target,
                    TuningSettings::withTarget,
                    TuningDeparture::target,
                    TuningDeparture::withTarget);
    public static final Setting<Double> PITCH_PULL =
            ofTuning(
                    "pitch pull",
                    v -> percent(v),
                    TuningSettings::pull,
                    TuningSettings::withPull,
                    TuningDeparture::pull,
                    TuningDeparture::withPull);
    public static final Setting<Double> PITCH_SLACK =
            ofTuning(
                    "pitch slack",
                    v -> String.format(Locale.ROOT, "%.0f cents", v),
                    TuningSettings::slackCents,
                    TuningSettings::withSlack,
                    TuningDeparture::slackCents,
                    TuningDeparture::withSlack);
    public static final Setting<Double> KEEP_DETAIL =
            ofTuning(
                    "own detail",
                    v -> percent(v),
                    TuningSettings::detail,
                    TuningSettings::withDetail,
                    TuningDeparture::detail,
                    TuningDeparture::withDetail);
    public static final Setting<Double> WANDER =
            ofTuning(
                    "wander",
                    v -> percent(v),
                    TuningSettings::wander,
                    TuningSettings::withWander,
                    TuningDeparture::wander,
                    TuningDeparture::withWander);
    public static final Setting<Double> VIBRATO =
            ofTuning(
                    "vibrato",
                    v -> percent(v),
                    TuningSettings::vibrato,
                    TuningSettings::withVibrato,
                    TuningDeparture::vibrato,
                    TuningDeparture::withVibrato);

    /// All that concern timing.
    public static final List<Setting<?>> TIMING = List.of(TIMING_PULL, TIMING_SLACK, LINE_UP);

    /// All that concern pitch.
    public static final List<Setting<?>> TUNING =
            List.of(PITCH_TARGET, PITCH_PULL, PITCH_SLACK, KEEP_DETAIL, WANDER, VIBRATO);

    /// Where a voice or a phrase departs.
    private record Own(TimingDeparture timing, TuningDeparture tuning) {
        static Own of(Voice voice) {
            return new Own(voice.timing(), voice.tuning());
        }

        static Own of(Voice voice, Scope.OfPhrase phrase) {
            return new Own(
                    voice.phraseTiming(phrase.guideSpan()), voice.phraseTuning(phrase.guideSpan()));
        }
    }

    private final String word;
    private final Function<T, String> words;
    private final Function<Stack, T> inStack;
    private final BiFunction<Stack, T, Stack> withStack;
    private final Function<Own, Optional<T>> inOwn;
    private final BiFunction<Own, Optional<T>, Own> withOwn;

    private Setting(
            String word,
            Function<T, String> words,
            Function<Stack, T> inStack,
            BiFunction<Stack, T, Stack> withStack,
            Function<Own, Optional<T>> inOwn,
            BiFunction<Own, Optional<T>, Own> withOwn) {
        this.word = word;
        this.words = words;
        this.inStack = inStack;
        this.withStack = withStack;
        this.inOwn = inOwn;
        this.withOwn = withOwn;
    }

    private static <T> Setting<T> ofTiming(
            String word,
            Function<T, String> words,
            Function<TimingSettings, T> get,
            BiFunction<TimingSettings, T, TimingSettings> with,
            Function<TimingDeparture, Optional<T>> own,
            BiFunction<TimingDeparture, Optional<T>, TimingDeparture> withOwn) {
        return new Setting<>(
                word,
                words,
                stack -> get.apply(stack.timing()),
                (stack, value) -> stack.withTiming(with.apply(stack.timing(), value)),
                o -> own.apply(o.timing),
                (o, value) -> new Own(withOwn.apply(o.timing, value), o.tuning));
    }

    private static <T> Setting<T> ofTuning(
            String word,
            Function<T, String> words,
            Function<TuningSettings, T> get,
            BiFunction<TuningSettings, T, TuningSettings> with,
            Function<TuningDeparture, Optional<T>> own,
            BiFunction<TuningDeparture, Optional<T>, TuningDeparture> withOwn) {
        return new Setting<>(
                word,
                words,
                stack -> get.apply(stack.tuning()),
                (stack, value) -> stack.withTuning(with.apply(stack.tuning(), value)),
                o -> own.apply(o.tuning),
                (o, value) -> new Own(o.timing, withOwn.apply(o.tuning, value)));
    }

    private static String percent(double share) {
        return String.format(Locale.ROOT, "%.0f %%", share * 100);
    }

    /// The setting and a value, for people.
    public String words(T value) {
        return word + " " + words.apply(value);
    }

    /// The values in force in all of those scopes, each once, in order; empty in a session without
    /// stacks.
    public Set<T> values(Session session, List<Scope> scopes) {
        Set<T> values = new LinkedHashSet<>();
        for (Scope scope : scopes) {
            switch (scope) {
                case Scope.All() -> session.stacks().forEach(s -> values.add(inStack.apply(s)));
                case Scope.OfStack(String id) ->
                        session.stack(id).ifPresent(s -> values.add(inStack.apply(s)));
                case Scope.OfVoice(String id) ->
                        session.voice(id).flatMap(v -> ofVoice(session, v)).ifPresent(values::add);
                case Scope.OfPhrase phrase ->
                        session.voice(phrase.voiceId())
                                .flatMap(v ->
                                        inOwn.apply(Own.of(v, phrase))
                                                .or(() -> ofVoice(session, v)))
                                .ifPresent(values::add);
            }
        }
        return values;
    }

    private Optional<T> ofVoice(Session session, Voice voice) {
        return inOwn.apply(Own.of(voice)).or(() -> session.stack(voice.stackId()).map(inStack));
    }

    /// Whether it departs there from what stands above.
    public boolean departs(Session session, Scope scope) {
        return switch (scope) {
            case Scope.All ignored -> false;
            case Scope.OfStack ignored -> false;
            case Scope.OfVoice(String id) ->
                    session.voice(id).flatMap(v -> inOwn.apply(Own.of(v))).isPresent();
            case Scope.OfPhrase phrase ->
                    session.voice(phrase.voiceId())
                            .flatMap(v -> inOwn.apply(Own.of(v, phrase)))
                            .isPresent();
        };
    }

    /// The session with another value there. What is the same as above does not depart.
    ///
    /// @param value empty to follow what stands above; a stack always has one of its own
    Session turned(Session session, Scope scope, Optional<T> value) {
        return switch (scope) {
            case Scope.All ignored ->
                    session.withStacks(session.stacks().stream().map(s -> in(s, value)).toList());
            case Scope.OfStack(String id) ->
                    session.withStacks(
                            session.stacks().stream()
                                    .map(s -> s.id().equals(id) ? in(s, value) : s)
                                    .toList());
            case Scope.OfVoice(String id) ->
                    session.changing(
                            id,
                            v -> {
                                Optional<T> above = session.stack(v.stackId()).map(inStack);
                                Own own = withOwn.apply(Own.of(v), departing(value, above));
                                return v.withTiming(own.timing).withTuning(own.tuning);
                            });
            case Scope.OfPhrase phrase ->
                    session.changing(
                            phrase.voiceId(),
                            v -> {
                                Own own =
                                        withOwn.apply(
                                                Own.of(v, phrase),
                                                departing(value, ofVoice(session, v)));
                                return v.withPhrase(phrase.wideSpan(), own.timing)
                                        .withPhraseTuning(phrase.wideSpan(), own.tuning);
                            });
        };
    }

    private Stack in(Stack stack, Optional<T> value) {
        return value.map(v -> withStack.apply(stack, v)).orElse(stack);
    }

    private static <T> Optional<T> departing(Optional<T> value, Optional<T> above) {
        return Objects.equals(value, above) ? Optional.empty() : value;
    }

    @Override
    public String toString() {
        return word;
    }
}
