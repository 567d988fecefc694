package exactum.app;

import static com.tngtech.archunit.core.domain.JavaCall.Predicates.target;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.assignableTo;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.simpleNameEndingWith;
import static com.tngtech.archunit.core.domain.properties.HasName.Predicates.name;
import static com.tngtech.archunit.core.domain.properties.HasOwner.Predicates.With.owner;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.Set;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;

/** The rules of the house that a compiler cannot keep. */
class ArchitectureTest {
    private static final JavaClasses APP = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("exactum");
    private static final DescribedPredicate<JavaClass> STORE = simpleNameEndingWith("Store");
    private static final DescribedPredicate<JavaClass> FEATURE = resideInAnyPackage("exactum.app..");

    @Test
    void features_depend_on_each_other_without_a_circle() {
        slices().matching("exactum.app.(*)..").should().beFreeOfCycles().check(APP);
    }

    @Test
    void nothing_points_back() {
        for (String[] rule : new String[][] {
            {
                "exactum.core..",
                "exactum.app..",
                "exactum.formats..",
                "exactumdb..",
                "org.springframework..",
                "org.jooq.."
            },
            {"exactum.formats..", "exactum.app..", "exactumdb..", "org.springframework..", "org.jooq.."},
            {"exactum.app..", "exactum.standins.."}
        }) {
            noClasses()
                    .that()
                    .resideInAPackage(rule[0])
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(Arrays.copyOfRange(rule, 1, rule.length))
                    .check(APP);
        }
    }

    @Test
    void a_store_is_its_features_own() {
        classes().that(FEATURE.and(STORE)).should().bePackagePrivate().check(APP);
    }

    @Test
    void sql_is_written_in_stores_alone() {
        DescribedPredicate<JavaClass> mayNot = FEATURE.and(DescribedPredicate.not(STORE))
                .and(DescribedPredicate.not(resideInAnyPackage("exactum.app.database..")))
                .and(DescribedPredicate.not(name("exactum.app.ledger.Prove")));
        noClasses()
                .that(mayNot)
                .should()
                .callMethodWhere(target(owner(assignableTo(DSLContext.class))))
                .check(APP);
    }

    @Test
    void each_query_says_whose_rows_it_wants() {
        for (JavaClass find : APP.that(FEATURE.and(DescribedPredicate.describe(
                "published queries", c -> c.isInterface() && c.getSimpleName().startsWith("Find"))))) {
            find.getMethods().stream()
                    .filter(m -> m.getModifiers().contains(JavaModifier.ABSTRACT))
                    .filter(m -> !ACROSS.contains(find.getSimpleName() + "." + m.getName()))
                    .forEach(m -> assertThat(m.getRawParameterTypes())
                            .as(m.getFullName())
                            .first()
                            .satisfies(p -> assertThat(p.isEquivalentTo(BusinessId.class))
                                    .isTrue()));
        }
    }

    /** Queries that look across businesses on purpose: which there are, whose notice it is, whether any letter waits. */
    private static final Set<String> ACROSS = Set.of(
            "FindBusinesses.findByCode",
            "FindBusinesses.all",
            "FindBusinesses.of",
            "FindSetup.findProcessor",
            "FindMessages.isAnyWaiting");

    @Test
    void only_the_clock_asks_what_day_it_is() {
        noClasses()
                .that()
                .resideOutsideOfPackage("exactum.app.installation..")
                .should()
                .callMethod(LocalDate.class, "now")
                .orShould()
                .callMethod(LocalDate.class, "now", ZoneId.class)
                .check(APP);
    }

    @Test
    void pages_hold_no_sql() {
        noClasses()
                .that(simpleNameEndingWith("Pages").or(simpleNameEndingWith("Page")))
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("org.jooq..", "exactumdb..")
                .check(APP);
    }
}
