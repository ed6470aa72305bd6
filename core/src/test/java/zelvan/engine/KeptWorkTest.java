package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.align.Aligner;
import zelvan.analysis.VoiceAnalysis;
import zelvan.files.FileStamp;
import zelvan.render.EpochFinder;
import zelvan.render.Epochs;
import zelvan.testing.Takes;

class KeptWorkTest {
    @TempDir private Path folder = Path.of(".");

    private List<Path> files() throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.sorted().toList();
        }
    }

    @Test
    void anAnalysisComesBackAsItWasHeard() {
        KeptWork kept = new KeptWork(folder);
        VoiceAnalysis heard = Takes.LEAD.analysis();
        assertThat(kept.analysis("abc")).isEmpty();
        kept.keep("abc", heard);
        VoiceAnalysis back = kept.analysis("abc").orElseThrow();
        assertThat(back.landmarks()).isEqualTo(heard.landmarks());
        assertThat(back.phrases()).isEqualTo(heard.phrases());
        assertThat(back.notes()).isEqualTo(heard.notes());
        assertThat(back.esses()).isEqualTo(heard.esses());
        assertThat(back.breaths()).isEqualTo(heard.breaths());
        assertThat(back.levelDecibels()).isEqualTo(heard.levelDecibels());
        assertThat(back.pitch().frames()).isEqualTo(heard.pitch().frames()).isPositive();
        for (int f = 0; f < heard.pitch().frames(); f++) {
            assertThat(back.phonetic().row(f)).isEqualTo(heard.phonetic().row(f));
            assertThat((Double) back.pitch().hertz(f)).isEqualTo((Double) heard.pitch().hertz(f));
            assertThat(back.pitch().voicing(f)).isEqualTo(heard.pitch().voicing(f));
        }
    }

    @Test
    void aMatchComesBackAsItWasFound() {
        KeptWork kept = new KeptWork(folder);
        Aligner.Match found =
                new Aligner().match(Takes.LEAD.analysis(), Takes.WITH_AD_LIB.analysis());
        assertThat(found.alignment().anchors()).hasSizeGreaterThan(30);
        assertThat(found.alignment().unmatched()).isNotEmpty();
        assertThat(kept.match("lead", "other")).isEmpty();
        kept.keep("lead", "other", found);
        assertThat(kept.match("lead", "other")).contains(found);
        assertThat(kept.match("other", "lead")).isEmpty();
    }

    @Test
    void whatWasToldOfAFileComesBackForTheSameQuestion() {
        KeptWork kept = new KeptWork(folder);
        double[] tones = {0.5, 0, Math.PI};
        assertThat(kept.told("abc", "tones1")).isEmpty();
        kept.keep("abc", "tones1", tones);
        assertThat(kept.told("abc", "tones1")).hasValue(tones);
        assertThat(kept.told("abc", "tones2")).isEmpty();
        assertThat(kept.told("other", "tones1")).isEmpty();
    }

    /// By length and time of change; what changed a moment ago may change again unseen.
    @Test
    void aFileIsKnownAsLongAsNobodyWritesToIt() throws IOException {
        KeptWork kept = new KeptWork(folder.resolve("kept"));
        Path file = Files.writeString(folder.resolve("a.wav"), "sung");
        kept.keep(file, FileStamp.of(file), "abc");
        assertThat(kept.content(file, FileStamp.of(file))).as("just written").isEmpty();
        Instant before = Instant.now().minusSeconds(60);
        Files.setLastModifiedTime(file, FileTime.from(before));
        FileStamp stamp = FileStamp.of(file);
        kept.keep(file, stamp, "abc");
        assertThat(kept.content(file, stamp)).contains("abc");
        assertThat(kept.content(folder.resolve("x/../a.wav"), stamp)).contains("abc");
        assertThat(kept.content(folder.resolve("b.wav"), stamp)).isEmpty();
        Files.setLastModifiedTime(file, FileTime.from(before.plusMillis(5)));
        assertThat(kept.content(file, FileStamp.of(file))).isEmpty();
        kept.keep(file, stamp, "abc");
        assertThat(kept.content(file, FileStamp.of(file)))
                .as("changed while it was read")
                .isEmpty();
    }

    @Test
    void epochsComeBackAsTheyWereFound() {
        KeptWork kept = new KeptWork(folder);
        Epochs found = new EpochFinder().find(Takes.LEAD.sound(), Takes.LEAD.analysis().pitch());
        kept.keep("lead", found);
        Epochs back = kept.epochs("lead").orElseThrow();
        assertThat(back.runs()).isEqualTo(found.runs()).isPositive();
        for (int r = 0; r < found.runs(); r++) {
            assertThat(back.runStart(r)).isEqualTo(found.runStart(r));
            assertThat(back.runEnd(r)).isEqualTo(found.runEnd(r));
            assertThat(back.marks(r)).isEqualTo(found.marks(r));
        }
        assertThat(kept.epochs("other")).isEmpty();
    }

    /// Torn at any length, flipped anywhere: never used, never a failure, and out of the way.
    @Test
    void whatIsDamagedIsMadeAgain() throws IOException {
        KeptWork kept = new KeptWork(folder);
        kept.keep("abc", Takes.LEAD.analysis());
        Path file = files().getFirst();
        byte[] whole = Files.readAllBytes(file);
        Random random = new Random(7);
        for (int i = 0; i < 60; i++) {
            int at = i < 40 ? i : random.nextInt(whole.length);
            byte[] damaged = i % 2 == 0 ? Arrays.copyOf(whole, at) : whole.clone();
            if (i % 2 == 1) {
                damaged[at] ^= (byte) (1 + random.nextInt(255));
            }
            Files.write(file, damaged);
            assertThat(kept.analysis("abc")).as("seed 7, case " + i).isEmpty();
            assertThat(file).doesNotExist();
        }
        Files.write(file, whole);
        assertThat(kept.analysis("abc")).isPresent();
    }

    @Test
    void whatWasNotUsedForLongestGoesWhenThereIsTooMuch() throws IOException {
        VoiceAnalysis heard = Takes.LEAD.analysis();
        KeptWork large = new KeptWork(folder);
        for (String name : List.of("a", "b", "c", "d")) {
            large.keep(name, heard);
        }
        long one = Files.size(files().getFirst());
        for (Path file : files()) {
            Files.setLastModifiedTime(file, FileTime.from(Instant.now().minusSeconds(3600)));
        }
        assertThat(large.analysis("b")).isPresent();

        KeptWork small = new KeptWork(folder, 2 * one);
        small.keep("e", heard);
        assertThat(files()).hasSize(2);
        assertThat(small.analysis("b")).as("used last").isPresent();
        assertThat(small.analysis("e")).as("made last").isPresent();
        assertThat(small.analysis("a")).isEmpty();
    }

    @Test
    void whereNothingCanBeWrittenNothingIsKept() throws IOException {
        Path file = Files.writeString(folder.resolve("file"), "x");
        KeptWork nowhere = new KeptWork(file.resolve("kept"));
        nowhere.keep("abc", Takes.LEAD.analysis());
        assertThat(nowhere.analysis("abc")).isEmpty();
    }

    /// The frame says that it is whole, and what is in it makes no sense.
    @Test
    void whatMakesNoSenseIsMadeAgain() throws IOException {
        KeptWork kept = new KeptWork(folder);
        double[] nonsense = new double[200];
        Arrays.fill(nonsense, Double.longBitsToDouble(0x7FFF_FFFF_7FFF_FFFFL));
        kept.keep("abc", "tones1", nonsense);
        Path file = files().getFirst();
        for (String name :
                List.of(
                        "abc.v" + VoiceAnalysis.VERSION,
                        "abc.e" + VoiceAnalysis.VERSION + "." + EpochFinder.VERSION,
                        "abc-def.v" + VoiceAnalysis.VERSION + "." + Aligner.VERSION)) {
            Files.copy(file, folder.resolve(name));
        }
        assertThat(kept.analysis("abc")).isEmpty();
        assertThat(kept.epochs("abc")).isEmpty();
        assertThat(kept.match("abc", "def")).isEmpty();
        kept.keep("abc", Takes.LEAD.analysis());
        assertThat(kept.analysis("abc")).isPresent();
    }

    /// Others use and remove files while there is too much of them.
    @Test
    void whatIsUsedWhileItIsPrunedDisturbsNobody() throws Exception {
        KeptWork small = new KeptWork(folder, 100_000);
        KeptWork using = new KeptWork(folder);
        for (int i = 0; i < 400; i++) {
            using.keep("file " + i, "tones1", new double[] {i});
        }
        AtomicBoolean ended = new AtomicBoolean();
        Random random = new Random(7);
        Thread user =
                Thread.ofPlatform()
                        .start(() -> {
                            while (!ended.get()) {
                                using.told("file " + random.nextInt(400), "tones1");
                            }
                        });
        try {
            for (int i = 0; i < 1600; i++) {
                small.keep("new " + i, "tones1", new double[] {i});
            }
        } finally {
            ended.set(true);
            user.join();
        }
        assertThat(small.told("new 1599", "tones1")).hasValue(new double[] {1599});
    }
}
