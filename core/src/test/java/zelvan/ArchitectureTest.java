package zelvan;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.Arrays;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// The arrows of docs/architecture.md.
class ArchitectureTest {
    private static final JavaClasses PROGRAM =
            new ClassFileImporter()
                    .withImportOption(new ImportOption.DoNotIncludeTests())
                    .importPackages("zelvan");

    private static String[] rooms(String... names) {
        return Arrays.stream(names).map(n -> "zelvan." + n + "..").toArray(String[]::new);
    }

    /// Each room, and the rooms that it may know; all may know `problem`.
    @ParameterizedTest
    @CsvSource({
        "problem, ''",
        "files, ''",
        "units, ''",
        "dsp, units",
        "audio, files units dsp",
        "analysis, audio dsp units",
        "align, analysis dsp units",
        "timing, align analysis dsp units",
        "tuning, align analysis dsp units",
        "render, timing tuning analysis audio dsp units",
        "measure, align timing tuning analysis dsp units",
        "session, files align timing tuning analysis units",
        "play, render audio units",
        "exchange, engine play session measure render audio files align timing tuning analysis units",
        "engine, play session measure render audio files align timing tuning analysis dsp units"
    })
    void roomsKnowOnlyWhatTheyMay(String room, String mayKnow) {
        String[] allowed =
                Stream.concat(
                                Stream.of(room, "problem"),
                                Arrays.stream(mayKnow.split(" ")).filter(s -> !s.isEmpty()))
                        .toArray(String[]::new);
        classes()
                .that()
                .resideInAPackage("zelvan." + room + "..")
                .should()
                .onlyDependOnClassesThat(
                        com.tngtech.archunit.base.DescribedPredicate.or(
                                com.tngtech.archunit.core.domain.JavaClass.Predicates
                                        .resideInAnyPackage(rooms(allowed)),
                                com.tngtech.archunit.core.domain.JavaClass.Predicates
                                        .resideOutsideOfPackage("zelvan..")))
                .check(PROGRAM);
    }

    @Test
    void thereAreNoCircles() {
        slices().matching("zelvan.(*)..").should().beFreeOfCycles().check(PROGRAM);
    }

    @Test
    void threadsLiveInTheEngineAndThePlayer() {
        noClasses()
                .that()
                .resideOutsideOfPackages("zelvan.engine..", "zelvan.play..")
                .should()
                .dependOnClassesThat()
                .haveFullyQualifiedName("java.lang.Thread")
                .orShould()
                .dependOnClassesThat()
                .haveNameMatching(
                        "java\\.util\\.concurrent\\.(Executor|Future|CompletableFuture|locks).*")
                .check(PROGRAM);
    }

    @Test
    void filesAreTouchedWhereFilesAreTheSubject() {
        noClasses()
                .that()
                .resideOutsideOfPackages(
                        "zelvan.files..",
                        "zelvan.audio..",
                        "zelvan.session..",
                        "zelvan.exchange..",
                        "zelvan.engine..",
                        "zelvan.singers..")
                .should()
                .dependOnClassesThat()
                .haveFullyQualifiedName("java.nio.file.Files")
                .check(PROGRAM);
    }

    @Test
    void nobodyPrintsToTheConsole() {
        noClasses()
                .should()
                .accessField(System.class, "out")
                .orShould()
                .accessField(System.class, "err")
                .check(PROGRAM);
    }

    @Test
    void onlyFormatsKnowJson() {
        noClasses()
                .that()
                .resideOutsideOfPackages(
                        "zelvan.session..", "zelvan.exchange..", "zelvan.singers..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("tools.jackson..")
                .check(PROGRAM);
    }
}
