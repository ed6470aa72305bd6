package zelvan.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.List;
import org.junit.jupiter.api.Test;

/// The arrows inside the window.
class ArchitectureTest {
    private static final JavaClasses WINDOW =
            new ClassFileImporter()
                    .withImportOption(new ImportOption.DoNotIncludeTests())
                    .importPackages("zelvan.desktop");
    private static final List<String> VIEWS =
            List.of("lockmap", "closeup", "settings", "transport", "reports");

    @Test
    void viewsDoNotKnowEachOther() {
        for (String view : VIEWS) {
            String[] others =
                    VIEWS.stream()
                            .filter(v -> !v.equals(view))
                            .map(v -> "zelvan.desktop." + v + "..")
                            .toArray(String[]::new);
            noClasses()
                    .that()
                    .resideInAPackage("zelvan.desktop." + view + "..")
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(others)
                    .check(WINDOW);
        }
    }

    @Test
    void thereAreNoCircles() {
        slices().matching("zelvan.desktop.(*)..").should().beFreeOfCycles().check(WINDOW);
    }

    @Test
    void theModelDoesNotKnowItsViews() {
        String[] views =
                VIEWS.stream().map(v -> "zelvan.desktop." + v + "..").toArray(String[]::new);
        noClasses()
                .that()
                .resideInAPackage("zelvan.desktop.model..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(views)
                .check(WINDOW);
    }

    @Test
    void onlyTheModelHopsToTheWindowsThread() {
        noClasses()
                .that()
                .resideInAnyPackage(
                        VIEWS.stream()
                                .map(v -> "zelvan.desktop." + v + "..")
                                .toArray(String[]::new))
                .should()
                .dependOnClassesThat()
                .haveFullyQualifiedName("javafx.application.Platform")
                .check(WINDOW);
    }
}
