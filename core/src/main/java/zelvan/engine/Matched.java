package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import zelvan.align.Aligner;
import zelvan.align.Alignment;
import zelvan.align.Rematch;
import zelvan.analysis.VoiceAnalysis;

/// Two voices matched without any help.
record Matched(Heard leader, Heard voice) implements Step<Rematch> {
    private static final int BYTES_AN_ANCHOR = 100;

    @Override
    public boolean takesLong() {
        return true;
    }

    @Override
    public List<Step<?>> needs() {
        List<Step<?>> needs = new ArrayList<>(List.of(leader, voice, leader.read(), voice.read()));
        if (voice.read() instanceof Arranged arranged) {
            needs.addAll(arranged.withMatched(leader));
        }
        return needs;
    }

    @Override
    public Rematch run(Inputs inputs) {
        VoiceAnalysis lead = inputs.of(leader);
        VoiceAnalysis heard = inputs.of(voice);
        if (voice.read() instanceof Arranged arranged) {
            return new Rematch(lead, heard, arranged.matched(inputs, leader));
        }
        String leaderSha256 = sha256(inputs, leader);
        String voiceSha256 = sha256(inputs, voice);
        Aligner.Match match =
                inputs.kept()
                        .match(leaderSha256, voiceSha256)
                        .orElseGet(() -> {
                            Aligner.Match made = new Aligner().match(lead, heard);
                            inputs.kept().keep(leaderSha256, voiceSha256, made);
                            return made;
                        });
        return new Rematch(lead, heard, match);
    }

    /// How much memory an alignment keeps, roughly: its anchors.
    static long bytes(Alignment alignment) {
        return (long) BYTES_AN_ANCHOR * alignment.anchors().size();
    }

    private static String sha256(Inputs inputs, Heard heard) {
        return inputs.of(heard.read()).file().orElseThrow().sha256();
    }

    /// A piece of them, matched again around what the user has set.
    record Again(Matched whole, Rematch.Piece piece) implements Step<Alignment> {
        @Override
        public List<Step<?>> needs() {
            return List.of(whole);
        }

        @Override
        public Alignment run(Inputs inputs) {
            return inputs.of(whole).again(piece);
        }

        @Override
        public long bytes(Alignment value) {
            return Matched.bytes(value);
        }
    }
}
