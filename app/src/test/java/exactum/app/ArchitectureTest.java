package exactum.app;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;

class ArchitectureTest {
    private static final JavaClasses APP = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("exactum");

    @Test
    void features_depend_on_each_other_without_a_circle() {
        slices().matching("exactum.app.(*)..").should().beFreeOfCycles().check(APP);
    }

    @Test
    void nothing_points_back() {
        noClasses()
                .that()
                .resideInAPackage("exactum.core..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("exactum.app..", "exactum.formats..", "exactumdb..")
                .check(APP);
        noClasses()
                .that()
                .resideInAPackage("exactum.formats..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("exactum.app..", "exactumdb..")
                .check(APP);
        noClasses()
                .that()
                .resideOutsideOfPackage("exactum.standins..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("exactum.standins..")
                .check(APP);
    }

    @Test
    void only_the_clock_asks_what_day_it_is() {
        noClasses()
                .that()
                .resideOutsideOfPackage("exactum.app.clock..")
                .should()
                .callMethod(LocalDate.class, "now")
                .orShould()
                .callMethod(LocalDate.class, "now", java.time.ZoneId.class)
                .check(APP);
    }

    @Test
    void pages_hold_no_sql() {
        noClasses()
                .that()
                .haveSimpleNameEndingWith("Pages")
                .or()
                .haveSimpleNameEndingWith("Page")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("org.jooq..", "exactumdb..")
                .check(APP);
    }
}
