package zelvan.engine;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import zelvan.align.Aligner;
import zelvan.align.Alignment;
import zelvan.align.Pass;
import zelvan.analysis.Assembled;
import zelvan.analysis.VoiceAnalysis;
import zelvan.arrange.ArrangedMatch;
import zelvan.arrange.Arrangement;
import zelvan.arrange.Placed;
import zelvan.audio.Sound;
import zelvan.audio.SoundFile;
import zelvan.render.Epochs;
import zelvan.render.RawSource;
import zelvan.session.AudioReference;
import zelvan.session.Clip;
import zelvan.session.Layer;
import zelvan.session.Session;
import zelvan.units.Decibels;
import zelvan.units.RecordedSpan;

/// Puts a voice together from stretches of recordings. What was heard in these and how they were
/// matched is put together as well, and not worked out anew.
///
/// @param own the recording whose sample rate and format it has, whatever is chosen: the first of
///   its takes, or else what it begins with
record Arranged(List<Stretch> stretches, Read own) implements Recorded {
    private static final double SAME_SECONDS = 1e-6;

    /// @param clip which part of the recording, and where that lies
    /// @param take whether the recording is one of several takes, and may have several passes
    record Stretch(Read read, Clip clip, boolean take) {
        /// Asked for very often, and stretches are told apart by their clips.
        @Override
        public int hashCode() {
            return clip.hashCode();
        }

        private Heard heard() {
            return new Heard(read);
        }

        private Prepared prepared() {
            return new Prepared(new Sounding(new Repaired(heard(), List.of())));
        }

        private boolean goesOn(Stretch before) {
            return read.equals(before.read)
                    && Math.abs(clip.shiftSeconds() - before.clip.shiftSeconds()) < SAME_SECONDS;
        }

        private Step<?> matched(Heard leader) {
            return take ? new Passes(leader, heard()) : new Matched(leader, heard());
        }

        /// How the recording goes with the guide where the stretch is.
        private Aligner.Match matched(Inputs inputs, Heard leader, RecordedSpan span) {
            return take
                    ? inputs.of(new Passes(leader, heard())).stream()
                            .map(Pass::match)
                            .max(Comparator.comparing(m -> m.alignment().anchorsIn(span).size()))
                            .orElseThrow()
                    : inputs.of(new Matched(leader, heard())).whole();
        }

        /// @param seconds how long its recording is
        private Placed placed(double seconds) {
            RecordedSpan all = new RecordedSpan(0, seconds);
            return new Placed(
                    clip.span().map(s -> there(s, seconds)).orElse(all),
                    clip.placedSeconds(),
                    clip.fadeInSeconds(),
                    clip.fadeOutSeconds(),
                    Decibels.toAmplitude(clip.gainDecibels()));
        }
    }

    /// What of a stretch is there in its recording; of no length if that is shorter.
    private static RecordedSpan there(RecordedSpan span, double seconds) {
        return new RecordedSpan(
                Math.min(span.startSeconds(), seconds), Math.min(span.endSeconds(), seconds));
    }

    static Arranged of(Session session, Layer layer) {
        return new Arranged(
                layer.clips().stream()
                        .map(clip ->
                                new Stretch(
                                        read(session, clip.recordingId()),
                                        clip,
                                        layer.takes().contains(clip.recordingId())))
                        .toList(),
                read(session, layer.takes().stream().findFirst().orElse(layer.recordingId())));
    }

    private static Read read(Session session, String recordingId) {
        return Read.of(session.recording(recordingId).orElseThrow().audio());
    }

    @Override
    public AudioReference meant(AudioReference audio) {
        return AudioReference.to(audio.file());
    }

    @Override
    public List<Step<?>> needs() {
        return Stream.<Step<?>>concat(Stream.of(own), stretches.stream().map(Stretch::read))
                .toList();
    }

    @Override
    public Reading run(Inputs inputs) {
        for (Stretch stretch : stretches) {
            Reading reading = inputs.of(stretch.read);
            if (reading.file().isEmpty()) {
                return reading;
            }
        }
        SoundFile first = file(inputs, stretches.getFirst());
        SoundFile like = inputs.of(own).file().orElse(first);
        int rateHertz = like.sound().sampleRateHertz();
        Sound sound =
                Arrangement.of(
                        stretches.stream()
                                .map(s ->
                                        new Arrangement.Piece(
                                                atRate(inputs, s, rateHertz),
                                                s.placed(file(inputs, s).sound().seconds())))
                                .toList());
        SoundFile file =
                new SoundFile(sound, like.format(), sha256(inputs), 0, first.startSeconds());
        return new Reading(Optional.of(file), Optional.of(new RawSource(sound)), Optional.empty());
    }

    @Override
    public Map<String, SoundFile> recordings(Inputs inputs) {
        Map<String, SoundFile> files = new HashMap<>();
        for (Stretch stretch : stretches) {
            inputs.of(stretch.read)
                    .file()
                    .ifPresent(file -> files.put(stretch.clip.recordingId(), file));
        }
        return files;
    }

    private static Sound atRate(Inputs inputs, Stretch stretch, int rateHertz) {
        Sound sound = file(inputs, stretch).sound();
        return sound.sampleRateHertz() == rateHertz
                ? sound
                : inputs.also(new Resampled(stretch.read, rateHertz));
    }

    private static SoundFile file(Inputs inputs, Stretch stretch) {
        return inputs.of(stretch.read).file().orElseThrow();
    }

    /// By which what is kept of it is known: that of its recordings and of where they lie.
    private String sha256(Inputs inputs) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            for (Stretch stretch : stretches) {
                String place =
                        file(inputs, stretch).sha256()
                                + stretch.placed(file(inputs, stretch).sound().seconds());
                digest.update(place.getBytes(StandardCharsets.UTF_8));
            }
            return HexFormat.of().formatHex(digest.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }

    @Override
    public List<RecordedSpan> seams() {
        List<RecordedSpan> seams = new ArrayList<>();
        for (int i = 1; i < stretches.size(); i++) {
            Stretch before = stretches.get(i - 1);
            Stretch after = stretches.get(i);
            Optional<Double> end = before.clip.inVoice().map(RecordedSpan::endSeconds);
            double begin = after.clip.placedSeconds();
            if (end.isPresent() && end.get() >= begin && !after.goesOn(before)) {
                seams.add(new RecordedSpan(begin, end.get()));
            }
        }
        return seams;
    }

    /// What has to be there before [#heard].
    List<Step<?>> withHeard() {
        List<Step<?>> needs = new ArrayList<>(needs());
        needs.add(this);
        stretches.forEach(s -> needs.add(s.heard()));
        return needs;
    }

    VoiceAnalysis heard(Inputs inputs) {
        List<Assembled.Part> parts = new ArrayList<>();
        for (Stretch stretch : stretches) {
            VoiceAnalysis heard = inputs.of(stretch.heard());
            Placed placed = stretch.placed(heard.seconds());
            parts.add(
                    new Assembled.Part(
                            heard,
                            placed.span(),
                            placed.shiftSeconds(),
                            stretch.clip.gainDecibels()));
        }
        return Assembled.of(inputs.of(this).file().orElseThrow().sound().seconds(), parts);
    }

    /// What has to be there before [#epochs].
    List<Step<?>> withEpochs() {
        return stretches.stream().<Step<?>>map(Stretch::prepared).toList();
    }

    /// Those of its recordings.
    Epochs epochs(Inputs inputs) {
        int rate = inputs.of(this).file().orElseThrow().sound().sampleRateHertz();
        List<Epochs.Stretch> parts = new ArrayList<>();
        double taken = 0;
        for (int i = 0; i < stretches.size(); i++) {
            Stretch stretch = stretches.get(i);
            Sound sound = file(inputs, stretch).sound();
            Placed placed = stretch.placed(sound.seconds());
            RecordedSpan place = placed.inVoice();
            double ends =
                    i + 1 < stretches.size()
                            ? middle(place.endSeconds(), stretches.get(i + 1).clip.placedSeconds())
                            : place.endSeconds();
            double begins = Math.max(taken, place.startSeconds());
            long later =
                    Math.round(placed.seconds() * rate)
                            - Math.round(placed.span().startSeconds() * rate);
            parts.add(
                    new Epochs.Stretch(
                            inputs.of(stretch.prepared())
                                    .epochs()
                                    .resampled((double) rate / sound.sampleRateHertz()),
                            Math.round(begins * rate) - later,
                            Math.round(ends * rate) - later,
                            later));
            taken = Math.max(taken, ends);
        }
        return Epochs.joined(parts);
    }

    /// Where the half of each ends, if the first goes on when the second begins.
    private static double middle(double firstEnds, double secondBegins) {
        return firstEnds <= secondBegins ? firstEnds : (firstEnds + secondBegins) / 2;
    }

    /// What has to be there before [#matched].
    List<Step<?>> withMatched(Heard leader) {
        List<Step<?>> needs = new ArrayList<>();
        for (Stretch stretch : stretches) {
            needs.add(stretch.heard());
            needs.add(stretch.matched(leader));
        }
        return needs;
    }

    Aligner.Match matched(Inputs inputs, Heard leader) {
        List<ArrangedMatch.Part> parts = new ArrayList<>();
        for (Stretch stretch : stretches) {
            Placed placed = stretch.placed(inputs.of(stretch.heard()).seconds());
            parts.add(
                    new ArrangedMatch.Part(placed, stretch.matched(inputs, leader, placed.span())));
        }
        return ArrangedMatch.of(
                inputs.of(leader),
                parts,
                (i, later) -> inputs.also(new Anew(leader, stretches.get(i), later)));
    }

    /// A stretch that was brought from elsewhere, matched in its place.
    private record Anew(Heard leader, Stretch stretch, double guideLaterSeconds)
            implements Step<Alignment> {
        @Override
        public List<Step<?>> needs() {
            return List.of(leader, stretch.heard());
        }

        @Override
        public Alignment run(Inputs inputs) {
            VoiceAnalysis heard = inputs.of(stretch.heard());
            return ArrangedMatch.anew(
                    inputs.of(leader), heard, stretch.placed(heard.seconds()), guideLaterSeconds);
        }

        @Override
        public long bytes(Alignment value) {
            return Matched.bytes(value);
        }
    }
}
