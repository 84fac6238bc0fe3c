package org.lumbrit.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "org.lumbrit.server", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule PACKAGES_HOLD_NO_CIRCLES =
            slices().matching("org.lumbrit.server.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule WHAT_IS_BELOW_KNOWS_NO_ENDPOINTS = noClasses()
            .that()
            .resideInAnyPackage("..results..", "..storage..", "..view..", "..work..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("..server.api..");
}
