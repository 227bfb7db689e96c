package org.mendak.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.sql.Connection;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.mendak.server.platform.Tx;
import org.springframework.web.bind.annotation.RestController;

class ArchitectureTest {

    private static final JavaClasses CLASSES = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("org.mendak.server");

    private static final JavaClasses TESTS = new ClassFileImporter()
            .withImportOption(new ImportOption.OnlyIncludeTests())
            .importPackages("org.mendak.server");

    /** Each room knows only those before it. */
    private static final List<String> ROOMS = List.of(
            "platform",
            "team",
            "library",
            "recognition",
            "cases",
            "evidence",
            "planning",
            "gaps",
            "exchange",
            "demo",
            "command");

    @Test
    void roomsKnowOnlyThoseBeforeThem() {
        for (int i = 0; i < ROOMS.size(); i++) {
            String[] later = ROOMS.subList(i + 1, ROOMS.size()).stream()
                    .map(r -> "org.mendak.server." + r + "..")
                    .toArray(String[]::new);
            if (later.length > 0) {
                noClasses()
                        .that()
                        .resideInAPackage("org.mendak.server." + ROOMS.get(i) + "..")
                        .should()
                        .dependOnClassesThat()
                        .resideInAnyPackage(later)
                        .check(CLASSES);
            }
        }
    }

    @Test
    void everyRoomHasItsPlace() {
        assertThat(CLASSES.stream()
                        .map(JavaClass::getPackageName)
                        .filter(p -> !p.equals("org.mendak.server"))
                        .map(p -> p.replace("org.mendak.server.", ""))
                        .distinct())
                .containsExactlyInAnyOrderElementsOf(ROOMS);
    }

    @Test
    void recordsAreKeptThroughPlainJdbc() {
        noClasses()
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "org.springframework.jdbc..",
                        "org.springframework.data..",
                        "org.springframework.transaction..",
                        "jakarta.persistence..",
                        "org.hibernate..")
                .check(CLASSES);
    }

    @Test
    void sqlStandsInStoresAlone() {
        noClasses()
                .that()
                .haveSimpleNameNotEndingWith("Store")
                .and()
                .doNotHaveFullyQualifiedName(Tx.class.getName())
                .should()
                .callMethodWhere(com.tngtech.archunit.core.domain.JavaCall.Predicates.target(
                                com.tngtech.archunit.core.domain.properties.HasOwner.Predicates.With.owner(
                                        com.tngtech.archunit.base.DescribedPredicate.describe(
                                                "statements of Tx", (JavaClass c) -> c.isEquivalentTo(Tx.class))))
                        .and(com.tngtech.archunit.base.DescribedPredicate.describe(
                                "other than those without SQL",
                                call -> !List.of("afterCommit", "committed", "instant", "number", "<init>")
                                        .contains(call.getName()))))
                .check(CLASSES);
        noClasses()
                .that()
                .resideOutsideOfPackage("org.mendak.server.platform..")
                .should()
                .dependOnClassesThat()
                .areAssignableTo(Connection.class)
                .check(CLASSES);
    }

    @Test
    void controllersTalkHttpAndNothingElse() {
        classes()
                .that()
                .areAnnotatedWith(RestController.class)
                .should()
                .haveSimpleNameEndingWith("Controller")
                .check(CLASSES);
        noClasses()
                .that()
                .haveSimpleNameEndingWith("Controller")
                .should()
                .dependOnClassesThat()
                .haveSimpleNameEndingWith("Store")
                .check(CLASSES);
        noClasses()
                .that()
                .haveSimpleNameEndingWith("Store")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("org.springframework.web..", "jakarta.servlet..")
                .check(CLASSES);
    }

    @Test
    void theClockIsTheOneThatCanBeSet() {
        noClasses().should().callMethod(java.time.Instant.class, "now").check(CLASSES);
        noClasses().should().callMethod(System.class, "currentTimeMillis").check(CLASSES);
    }

    @Test
    void testsDoWithoutTheExtensionThatNeedsAnotherJunit() {
        noClasses()
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("org.springframework.test..", "org.springframework.boot.test..")
                .check(TESTS);
    }
}
