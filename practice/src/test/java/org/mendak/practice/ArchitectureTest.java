package org.mendak.practice;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

class ArchitectureTest {

    private static final JavaClasses CLASSES = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("org.mendak.practice");

    /** Devices know how conditions are read, and nothing else of Mendak: what they do is no echo of what a runbook says. */
    @Test
    void aDeviceKnowsNoRunbookAndNoMachine() {
        noClasses()
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "org.mendak.core.runbook..",
                        "org.mendak.core.reading..",
                        "org.mendak.core.recognise..",
                        "org.mendak.core.evidence..",
                        "org.mendak.core.plan..",
                        "org.mendak.server..",
                        "java.io..",
                        "java.nio.file..",
                        "java.net..",
                        "java.time..")
                .check(CLASSES);
    }
}
