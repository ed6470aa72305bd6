package zelvan.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.derived.ToMend;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.engine.RoleFinder;
import zelvan.exchange.VoiceFolder;
import zelvan.files.Targets;
import zelvan.measure.Flaw;
import zelvan.measure.Hearing;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.singers.Fault;
import zelvan.singers.LargeSession;
import zelvan.units.Clock;
import zelvan.units.GuideSpan;

/// How far up faults of known place stand among what is left to mend, in a song of real length as
/// it comes in.
final class FaultsTrial {
    private static final int SHOWN = 15;

    /// What is heard of a phrase may begin before it and end after it.
    private static final double AROUND_SECONDS = 0.3;

    private final Derived derived;
    private final List<Fault> faults;
    private final List<ToMend> left;

    private FaultsTrial(Derived derived, List<ToMend> left, List<Fault> faults) {
        this.derived = derived;
        this.left = left;
        this.faults = faults;
    }

    static List<String> lines(Path folder, int voices, double seconds, long seed)
            throws ZelvanProblem {
        List<Fault> faults =
                LargeSession.writeWithFaults(
                        folder.resolve("faults"),
                        voices,
                        seconds,
                        seed,
                        Targets.replacingNothing());
        Session named = VoiceFolder.session(List.of(folder.resolve("faults")));
        try (Engine engine = new Engine(new KeptWork(folder.resolve("kept-faults")))) {
            Session session = RoleFinder.known(named, engine);
            Derived derived = engine.derive(session, Progress.NONE);
            Printing.failOnProblems(derived);
            return new FaultsTrial(derived, engine.toMend(derived, List.of()), faults).lines();
        }
    }

    private List<String> lines() {
        List<String> lines = new ArrayList<>();
        int heard = 0;
        int found = 0;
        for (Fault fault : faults) {
            boolean stillHeard = isHeard(fault);
            int rank = rank(fault);
            heard += stillHeard ? 1 : 0;
            found += stillHeard && rank >= 0 && rank < SHOWN ? 1 : 0;
            lines.add(
                    String.format(
                            Locale.ROOT,
                            "  %-16s %-28s %s  %-8s %s",
                            fault.kind().words(),
                            voice(fault).name(),
                            Clock.text(fault.phraseFromSeconds(), 1),
                            stillHeard ? "heard" : "mended",
                            rank < 0 ? "not among them" : "number " + (rank + 1)));
        }
        lines.add(
                String.format(
                        Locale.ROOT,
                        "  of %d that are heard after locking, %d are among the first %d of %d",
                        heard,
                        found,
                        SHOWN,
                        left.size()));
        for (ToMend mend : left.subList(0, Math.min(2 * SHOWN, left.size()))) {
            lines.add(
                    String.format(
                            Locale.ROOT,
                            "    %4.1f  %s  %-28s %s",
                            mend.flaw().plainness(),
                            Clock.text(mend.flaw().span().startSeconds(), 1),
                            derived.session().voice(mend.voiceId()).orElseThrow().name(),
                            mend.flaw().words()));
        }
        return lines;
    }

    private Voice voice(Fault fault) {
        return derived.session().followers().stream()
                .filter(v ->
                        derived.session()
                                .audioOf(v)
                                .file()
                                .getFileName()
                                .equals(fault.file().getFileName()))
                .findFirst()
                .orElseThrow();
    }

    /// By what the singer really did, and the maps.
    private boolean isHeard(Fault fault) {
        DerivedVoice made = derived.voice(voice(fault).id()).orElseThrow();
        double apart =
                Math.abs(
                        made.timing().map().outputSecondsAt(fault.voiceSeconds())
                                - derived.guideMap().outputSecondsAt(fault.guideSeconds()));
        return switch (fault.kind()) {
            case LATE_PLOSIVE, LATE_TAKE, EARLY_ENTRY -> apart > Hearing.FLAM_SECONDS;
            case RAGGED_CUTOFF -> apart > Hearing.END_SECONDS;
            case SHARP_NOTE ->
                    fault.amount()
                                    + made.pitched()
                                            .result()
                                            .map()
                                            .centsAt(fault.voiceSeconds() + 0.1)
                            > Hearing.INTERVAL_CENTS;
            case PILED_UP_ESS, WRONG_WORD, MISSING_PHRASE, WRONG_OCTAVE, LOUD_PHRASE -> true;
        };
    }

    /// Place in the list, from 0; −1 if it is not there.
    private int rank(Fault fault) {
        GuideSpan phrase =
                new GuideSpan(fault.phraseFromSeconds(), fault.phraseToSeconds())
                        .widenedBy(AROUND_SECONDS);
        String voice = voice(fault).id();
        for (int i = 0; i < left.size(); i++) {
            ToMend mend = left.get(i);
            if (mend.voiceId().equals(voice)
                    && phrase.contains(mend.flaw().span().middleSeconds())
                    && isMeant(fault.kind(), mend.flaw().kind())) {
                return i;
            }
        }
        return -1;
    }

    private static boolean isMeant(Fault.Kind fault, Flaw.Kind flaw) {
        return switch (fault) {
            case LATE_PLOSIVE, EARLY_ENTRY, LATE_TAKE ->
                    flaw == Flaw.Kind.CONSONANT
                            || flaw == Flaw.Kind.VOWEL
                            || flaw == Flaw.Kind.MATCH
                            || flaw == Flaw.Kind.RATE;
            case RAGGED_CUTOFF -> flaw == Flaw.Kind.END || flaw == Flaw.Kind.RATE;
            case SHARP_NOTE -> flaw == Flaw.Kind.PITCH;
            case PILED_UP_ESS -> flaw == Flaw.Kind.ESS;
            case WRONG_WORD ->
                    flaw == Flaw.Kind.OTHER_WORDS
                            || flaw == Flaw.Kind.MATCH
                            || flaw == Flaw.Kind.SING_AGAIN;
            case MISSING_PHRASE -> flaw == Flaw.Kind.PAUSE;
            case WRONG_OCTAVE -> flaw == Flaw.Kind.OCTAVE || flaw == Flaw.Kind.OCTAVE_HEARD;
            case LOUD_PHRASE -> flaw == Flaw.Kind.LEVEL;
        };
    }
}
