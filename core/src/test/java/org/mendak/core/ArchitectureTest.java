package org.mendak.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaCall;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class ArchitectureTest {

    private static final JavaClasses CLASSES = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("org.mendak.core");

    /** For each room, the rooms it may know. */
    private static final Map<String, List<String>> ARROWS = Map.ofEntries(
            Map.entry("language", List.of()),
            Map.entry("runbook", List.of("language")),
            Map.entry("privacy", List.of()),
            Map.entry("recognise", List.of("language", "runbook")),
            Map.entry("shapes", List.of("language", "recognise")),
            Map.entry("reading", List.of("language", "runbook")),
            Map.entry("evidence", List.of()),
            Map.entry("drafting", List.of("language", "runbook", "privacy", "recognise", "shapes", "evidence")),
            Map.entry("howto", List.of("language", "runbook", "recognise", "shapes", "drafting")),
            Map.entry("plan", List.of("evidence", "runbook", "language")),
            Map.entry("review", List.of("language", "runbook", "privacy", "recognise", "evidence", "plan")),
            Map.entry("simulate", List.of("evidence", "plan", "runbook")));

    @Test
    void roomsKnowOnlyThoseBelowThem() {
        slices().matching("org.mendak.core.(*)..").should().beFreeOfCycles().check(CLASSES);
        ARROWS.forEach((room, known) -> {
            String[] others = ARROWS.keySet().stream()
                    .filter(r -> !r.equals(room) && !known.contains(r))
                    .map(r -> "org.mendak.core." + r + "..")
                    .toArray(String[]::new);
            noClasses()
                    .that()
                    .resideInAPackage("org.mendak.core." + room + "..")
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(others)
                    .check(CLASSES);
        });
    }

    /** The rooms behind recognition's front door, each knowing only those before it. */
    private static final List<String> RECOGNISE = List.of("words", "codes", "exact", "match", "scan");

    /** What others may ask of the rooms behind that door. */
    private static final Set<String> ASKED = Set.of(
            "codes.CodeHit",
            "codes.CodeHit$Kind",
            "scan.LogScan",
            "scan.ByteSource",
            "scan.LogFindings",
            "scan.LogFindings$Finding",
            "scan.LogFindings$Excerpt",
            "scan.LogFindings$Run");

    @Test
    void roomsOfRecognitionKnowOnlyThoseBeforeThem() {
        String room = "org.mendak.core.recognise";
        for (int i = 0; i < RECOGNISE.size(); i++) {
            noClasses()
                    .that()
                    .resideInAPackage(room + "." + RECOGNISE.get(i))
                    .should()
                    .dependOnClassesThat(JavaClass.Predicates.resideInAnyPackage(Stream.concat(
                                    Stream.of(room),
                                    RECOGNISE.stream().skip(i + 1L).map(r -> room + "." + r))
                            .toArray(String[]::new)))
                    .check(CLASSES);
        }
        noClasses()
                .that()
                .resideOutsideOfPackage(room + "..")
                .should()
                .dependOnClassesThat(JavaClass.Predicates.resideInAnyPackage(room + ".*")
                        .and(DescribedPredicate.describe(
                                "are nobody else's business",
                                c -> !ASKED.contains(c.getName().substring(room.length() + 1)))))
                .check(CLASSES);
    }

    @Test
    void everyRoomHasItsArrows() {
        assertThat(CLASSES.stream()
                        .map(c -> c.getPackageName().replace("org.mendak.core.", ""))
                        .distinct())
                .containsExactlyInAnyOrderElementsOf(Stream.concat(
                                ARROWS.keySet().stream(), RECOGNISE.stream().map(r -> "recognise." + r))
                        .toList());
    }

    @Test
    void coreNeitherStoresNorTalksNorLooksAtTheClock() {
        noClasses()
                .that()
                .resideInAPackage("org.mendak.core..")
                .and()
                .doNotHaveFullyQualifiedName("org.mendak.core.recognise.words.TableText") // reads the jar it lies in
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "org.mendak.server..",
                        "org.springframework..",
                        "java.sql..",
                        "java.net..",
                        "java.io..",
                        "java.nio.file..")
                .check(CLASSES);
        noClasses().should().callConstructor(java.util.Random.class).check(CLASSES);
    }

    /** Neither what is computed nor what tests it depends on when that is. */
    @Test
    void nobodyAsksWhatTimeItIs() {
        JavaClasses all = new ClassFileImporter().importPackages("org.mendak.core");
        noClasses()
                .should()
                .callMethodWhere(DescribedPredicate.describe(
                        "tells the machine's time",
                        (JavaCall<?> c) -> c.getTargetOwner().getName().startsWith("java.time.")
                                        && (c.getName().equals("now")
                                                || c.getName().startsWith("system"))
                                || c.getName().equals("currentTimeMillis")
                                || c.getName().equals("sleep")))
                .check(all);
        noClasses().should().callConstructor(java.util.Date.class).check(all);
    }
}
