package org.lumbrit.formats;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "org.lumbrit.formats", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule FORMATS_KNOW_NO_SERVER = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "org.springframework..", "jakarta..", "java.sql..", "org.lumbrit.server..", "org.lumbrit.cli..");

    @ArchTest
    static final ArchRule PACKAGES_HOLD_NO_CIRCLES =
            slices().matching("org.lumbrit.formats.(*)..").should().beFreeOfCycles();
}
