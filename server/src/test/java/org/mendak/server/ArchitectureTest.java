package org.mendak.server;

import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAPackage;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideOutsideOfPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaAccess;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
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
            "custody",
            "account",
            "team",
            "library",
            "recognition",
            "numbers",
            "cases",
            "retention",
            "heard",
            "evidence",
            "planning",
            "gaps",
            "howto",
            "upkeep",
            "find",
            "handbook",
            "feed",
            "hooks",
            "exchange",
            "practice",
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

    /** Slices under the room of cases, each with a table of its own: none knows the room, nor another of them. */
    private static final List<String> UNDER_CASES = List.of("runbook", "owed", "pictures", "free");

    /** Slices over the room of cases: each knows the room itself and none of the others, and the room knows none of them. */
    private static final List<String> OVER_CASES = List.of("texts", "shown", "log", "flags");

    @Test
    void slicesOfARoomKnowTheRoomAlone() {
        String room = "org.mendak.server.cases";
        for (String slice : OVER_CASES) {
            noClasses()
                    .that()
                    .resideInAPackage(room + "..")
                    .and()
                    .resideOutsideOfPackage(room + "." + slice)
                    .should()
                    .dependOnClassesThat()
                    .resideInAPackage(room + "." + slice)
                    .check(CLASSES);
        }
        for (String slice : UNDER_CASES) {
            noClasses()
                    .that()
                    .resideInAPackage(room + "." + slice)
                    .should()
                    .dependOnClassesThat(resideInAPackage(room + "..").and(resideOutsideOfPackage(room + "." + slice)))
                    .check(CLASSES);
        }
    }

    @Test
    void everyRoomHasItsPlace() {
        assertThat(CLASSES.stream()
                        .map(JavaClass::getPackageName)
                        .filter(p -> !p.equals("org.mendak.server"))
                        .map(p -> p.replace("org.mendak.server.", ""))
                        .distinct())
                .containsExactlyInAnyOrderElementsOf(java.util.stream.Stream.concat(
                                ROOMS.stream(),
                                java.util.stream.Stream.concat(UNDER_CASES.stream(), OVER_CASES.stream())
                                        .map(s -> "cases." + s))
                        .toList());
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
                                        DescribedPredicate.describe(
                                                "statements of Tx", (JavaClass c) -> c.isEquivalentTo(Tx.class))))
                        .and(DescribedPredicate.describe(
                                "other than those without SQL",
                                call -> !List.of(
                                                "afterCommit",
                                                "committed",
                                                "wrote",
                                                "once",
                                                "forget",
                                                "instant",
                                                "number",
                                                "<init>")
                                        .contains(call.getName()))))
                .check(CLASSES);
        noClasses()
                .that()
                .resideOutsideOfPackage("org.mendak.server.platform..")
                .and()
                // opens files that nobody serves, before there is a data source
                .resideOutsideOfPackage("org.mendak.server.custody..")
                .should()
                .dependOnClassesThat()
                .areAssignableTo(Connection.class)
                .check(CLASSES);
    }

    /** A class of that name, or anything that is declared inside one. */
    private static DescribedPredicate<JavaClass> storesAndWhatIsInThem() {
        return DescribedPredicate.describe(
                "Stores and what is declared in them", c -> outermost(c).endsWith("Store"));
    }

    private static String outermost(JavaClass c) {
        String name = c.getName().substring(c.getName().lastIndexOf('.') + 1);
        return name.contains("$") ? name.substring(0, name.indexOf('$')) : name;
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
                .that(DescribedPredicate.describe(
                        "Controllers and what is declared in them",
                        (JavaClass c) -> outermost(c).endsWith("Controller")))
                .should()
                .dependOnClassesThat(storesAndWhatIsInThem())
                .check(CLASSES);
        noClasses()
                .that(storesAndWhatIsInThem())
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("org.springframework.web..", "jakarta.servlet..")
                .check(CLASSES);
    }

    /** Whatever tells the time of the machine or its zone. */
    private static DescribedPredicate<JavaAccess<?>> readsTheMachinesClock() {
        return DescribedPredicate.describe("of the machine's clock", access -> {
            String owner = access.getTargetOwner().getName();
            String name = access.getTarget().getName();
            boolean asksTime = owner.startsWith("java.time.")
                    && (name.equals("now") || name.startsWith("system") || name.startsWith("tick"));
            boolean old = owner.equals("java.lang.System") && name.equals("currentTimeMillis")
                    || owner.equals("java.util.Date") && name.equals("<init>")
                    || owner.equals("java.util.Calendar") && name.equals("getInstance")
                    || owner.equals("java.util.TimeZone") && name.equals("getDefault");
            return asksTime || old;
        });
    }

    @Test
    void theClockIsTheOneThatCanBeSet() {
        noClasses()
                .that()
                .doNotHaveFullyQualifiedName("org.mendak.server.platform.MachineClock")
                .should()
                .accessTargetWhere(readsTheMachinesClock())
                .check(CLASSES);
        noClasses().should().accessTargetWhere(readsTheMachinesClock()).check(TESTS);
    }

    /** Messages of failures quote what somebody sent; {@code Trace} tells kinds and places. */
    @Test
    void noFailureIsHandedToTheLogWithItsMessage() {
        DescribedPredicate<JavaAccess<?>> loud =
                DescribedPredicate.describe("that writes down a failure's message", access -> {
                    boolean logs = access.getTargetOwner().getName().equals("org.slf4j.Logger")
                            && List.of("info", "warn", "error")
                                    .contains(access.getTarget().getName());
                    return logs
                            && access.getTarget()
                                    instanceof com.tngtech.archunit.core.domain.AccessTarget.CodeUnitCallTarget call
                            && call.getRawParameterTypes().stream().anyMatch(t -> t.isEquivalentTo(Throwable.class));
                });
        noClasses().should().accessTargetWhere(loud).check(CLASSES);
    }

    /** SQL has a clock of its own, which no test can set. */
    @Test
    void noStatementAsksTheDatabaseForTheTime() throws IOException {
        try (var files = Files.walk(Path.of("src", "main"))) {
            assertThat(files.filter(
                            f -> f.toString().endsWith(".java") || f.toString().endsWith(".sql")))
                    .isNotEmpty()
                    .allSatisfy(f -> assertThat(Files.readString(f).toLowerCase(Locale.ROOT))
                            .doesNotContain(
                                    "current_timestamp", "current_date", "localtimestamp", "sysdate", " now()"));
        }
    }

    @Test
    void noTestSleeps() {
        noClasses().should().callMethod(Thread.class, "sleep", long.class).check(TESTS);
        noClasses().should().callMethod(TimeUnit.class, "sleep", long.class).check(TESTS);
        noClasses()
                .should()
                .callMethod(LockSupport.class, "parkNanos", long.class)
                .check(TESTS);
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
