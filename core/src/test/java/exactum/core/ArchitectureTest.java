package exactum.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noFields;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.time.Instant;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;

class ArchitectureTest {
    private static final JavaClasses CORE = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("exactum.core");

    @Test
    void the_core_knows_only_the_language_and_itself() {
        noClasses()
                .should()
                .dependOnClassesThat()
                .resideOutsideOfPackages("exactum.core..", "java..")
                .check(CORE);
        noClasses()
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("java.io..", "java.nio..", "java.sql..", "java.net..")
                .check(CORE);
    }

    @Test
    void money_never_meets_floating_point() {
        noFields()
                .should()
                .haveRawType(double.class)
                .orShould()
                .haveRawType(float.class)
                .check(CORE);
    }

    @Test
    void time_is_an_argument() {
        noClasses().should().callMethod(LocalDate.class, "now").check(CORE);
        noClasses().should().callMethod(Instant.class, "now").check(CORE);
    }
}
