package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.exchange.VoiceFolder;
import zelvan.files.Targets;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.singers.LargeSession;

class RoleFinderTest {
    private static final int VOICES = 13;

    @TempDir static Path folder;
    private static Path song = Path.of("song");

    @BeforeAll
    static void sing() throws Exception {
        song = folder.resolve("song");
        LargeSession.write(song, VOICES, 30, 3, Targets.replacingNothing());
    }

    private static Session known(Path... named) throws Exception {
        try (Engine engine = new Engine(new KeptWork(folder.resolve("kept")))) {
            return RoleFinder.known(VoiceFolder.session(List.of(named)), engine);
        }
    }

    private static Voice voice(Session session, String name) {
        return session.voices().stream()
                .filter(v -> v.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private static Path file(String name) {
        return song.resolve(name + ".wav");
    }

    @Test
    void whatNamesDoNotTellTheSoundTells() throws Exception {
        Session session = known(song);
        assertThat(voice(session, "11 Audio 17_03").role()).isEqualTo(Role.HARMONY);
        assertThat(voice(session, "13 vx new new (1)").role()).isEqualTo(Role.OCTAVE);
        assertThat(voice(session, "zz bounce 0412").role()).isEqualTo(Role.BED);
        assertThat(voice(session, "03 BV 1 high").role()).isEqualTo(Role.HARMONY);
        assertThat(voice(session, "04 BV 2 low final").role())
                .as("a low voice that sings the lead's line")
                .isEqualTo(Role.DOUBLE);
        assertThat(session.voices().stream().filter(Voice::guessed))
                .as("each says that it was guessed")
                .hasSize(7);
        assertThat(session.stacks())
                .allMatch(stack ->
                        session.followers().stream().anyMatch(v -> v.stackId().equals(stack.id())));
    }

    @Test
    void aBedThatStandsFirstDoesNotLead() throws Exception {
        Path untidy = Files.createDirectory(folder.resolve("untidy"));
        Files.copy(file("zz bounce 0412"), untidy.resolve("a.wav"));
        Files.copy(file("00 LEAD vox comp"), untidy.resolve("b.wav"));
        Files.copy(file("01 dbl L"), untidy.resolve("c.wav"));
        Session session = known(untidy);
        assertThat(session.voices())
                .extracting(Voice::role)
                .containsExactly(Role.BED, Role.GUIDE, Role.DOUBLE);
        assertThat(session.voices()).allMatch(Voice::guessed);
    }
}
