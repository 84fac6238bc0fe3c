package org.lumbrit.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "org.lumbrit.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule THE_CORE_KNOWS_NO_INTERFACE = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "org.springframework..",
                    "jakarta..",
                    "tools.jackson..",
                    "com.fasterxml..",
                    "java.sql..",
                    "java.net..",
                    "java.nio.file..",
                    "org.lumbrit.formats..",
                    "org.lumbrit.server..",
                    "org.lumbrit.cli..");

    @ArchTest
    static final ArchRule NO_TRANSCENDENTALS_WHERE_BYTES_COUNT = noClasses()
            .should()
            .callMethod(Math.class, "sin", double.class)
            .orShould()
            .callMethod(Math.class, "cos", double.class)
            .orShould()
            .callMethod(Math.class, "pow", double.class, double.class)
            .orShould()
            .callMethod(Math.class, "exp", double.class)
            .orShould()
            .callMethod(Math.class, "log", double.class)
            .orShould()
            .callMethod(Math.class, "fma", double.class, double.class, double.class);

    @ArchTest
    static final ArchRule PACKAGES_HOLD_NO_CIRCLES =
            slices().matching("org.lumbrit.core.(*)..").should().beFreeOfCycles();
}
