package zelvan.bench;

import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAPackage;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideOutsideOfPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/// The rooms of the whole program are as `docs/architecture.md` says: this test reads its table.
class RoomsTest {
    private static final JavaClasses PROGRAM =
            new ClassFileImporter()
                    .withImportOption(new ImportOption.DoNotIncludeTests())
                    .importPackages("zelvan");
    private static final Path ARCHITECTURE = Path.of("..", "docs", "architecture.md");
    private static final Pattern NAME = Pattern.compile("`([a-z.]+)`");
    private static final int ROOM_COLUMN = 1;
    private static final int MAY_KNOW_COLUMN = 3;

    /// @param mayKnow the rooms that it may know, itself not among them
    record Room(String name, List<String> mayKnow) {}

    static List<Room> rooms() throws IOException {
        String text = Files.readString(ARCHITECTURE);
        String table = text.substring(text.indexOf("## Rooms"), text.indexOf("## Stages"));
        List<Room> rooms = new ArrayList<>();
        for (String line : table.lines().filter(l -> l.startsWith("| `")).toList()) {
            String[] cells = line.split("\\|", -1);
            List<String> mayKnow = names(cells[MAY_KNOW_COLUMN]);
            names(cells[ROOM_COLUMN]).forEach(room -> rooms.add(new Room(room, mayKnow)));
        }
        return rooms;
    }

    private static List<String> names(String cell) {
        return NAME.matcher(cell).results().map(found -> found.group(1)).toList();
    }

    private static String[] packages(Stream<String> rooms) {
        return rooms.map(room -> "zelvan." + room).toArray(String[]::new);
    }

    @ParameterizedTest
    @MethodSource("rooms")
    void aRoomKnowsWhatItMay(Room room) {
        String[] allowed =
                packages(Stream.concat(Stream.of(room.name, "problem"), room.mayKnow.stream()));
        classes()
                .that()
                .resideInAPackage("zelvan." + room.name)
                .should()
                .onlyDependOnClassesThat(
                        resideInAnyPackage(allowed).or(resideOutsideOfPackage("zelvan..")))
                .check(PROGRAM);
    }

    @Test
    void everyRoomStandsInTheTable() throws IOException {
        TreeSet<String> there = new TreeSet<>();
        for (JavaClass each : PROGRAM) {
            there.add(each.getPackageName().replaceFirst("^zelvan\\.", ""));
        }
        // Written by the benchmarks' annotation processor.
        there.removeIf(room -> room.endsWith("jmh_generated"));
        assertThat(rooms()).extracting(Room::name).containsExactlyInAnyOrderElementsOf(there);
    }

    @Test
    void roomsDoNotLeadInACircle() {
        slices().matching("zelvan.(**)").should().beFreeOfCycles().check(PROGRAM);
    }

    /// But for the reading of sound, which an interrupt must not end for all others.
    @Test
    void threadsLiveInTheEngineThePlayerAndTheWindowsWork() {
        noClasses()
                .that()
                .resideOutsideOfPackages(
                        "zelvan.engine",
                        "zelvan.play",
                        "zelvan.desktop",
                        "zelvan.desktop.work",
                        "zelvan.bench..")
                .and()
                .doNotHaveFullyQualifiedName("zelvan.audio.FileSamples")
                .should()
                .dependOnClassesThat()
                .haveFullyQualifiedName("java.lang.Thread")
                .orShould()
                .dependOnClassesThat()
                .haveNameMatching(
                        "java\\.util\\.concurrent\\.(Executor|Future|CompletableFuture|locks\\.(?!LockSupport)).*")
                .check(PROGRAM);
    }

    /// But for the canvas, which paints once however often it is told to.
    @Test
    void onlyWorkHopsToTheWindowsThread() {
        noClasses()
                .that(
                        resideInAPackage("zelvan.desktop..")
                                .and(resideOutsideOfPackage("zelvan.desktop"))
                                .and(resideOutsideOfPackage("zelvan.desktop.canvas"))
                                .and(resideOutsideOfPackage("zelvan.desktop.work")))
                .should()
                .dependOnClassesThat()
                .haveFullyQualifiedName("javafx.application.Platform")
                .check(PROGRAM);
    }

    @Test
    void actsAreTriedWithoutAWindow() {
        noClasses()
                .that()
                .resideInAPackage("zelvan.desktop.acts")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("javafx..")
                .check(PROGRAM);
    }

    @Test
    void nothingButTheWindowKnowsHowItIsDrawn() {
        noClasses()
                .that(
                        resideOutsideOfPackage("zelvan.desktop..")
                                .and(resideOutsideOfPackage("zelvan.bench..")))
                .should()
                .dependOnClassesThat()
                .resideInAPackage("javafx..")
                .check(PROGRAM);
    }

    @Test
    void filesAreTouchedWhereFilesAreTheSubject() {
        noClasses()
                .that()
                .resideInAnyPackage(
                        packages(
                                Stream.of(
                                        "units",
                                        "setting",
                                        "dsp",
                                        "analysis",
                                        "align",
                                        "timing",
                                        "tuning",
                                        "render",
                                        "measure",
                                        "derived",
                                        "play")))
                .should()
                .dependOnClassesThat()
                .haveFullyQualifiedName("java.nio.file.Files")
                .check(PROGRAM);
    }

    @Test
    void nobodyPrintsToTheConsole() {
        noClasses()
                .that(
                        resideOutsideOfPackage("zelvan.bench..")
                                .and(resideOutsideOfPackage("zelvan.cli")))
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
                        "zelvan.session", "zelvan.exchange", "zelvan.singers", "zelvan.bench..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("tools.jackson..")
                .check(PROGRAM);
    }
}
