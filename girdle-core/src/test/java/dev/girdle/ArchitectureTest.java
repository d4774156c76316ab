package dev.girdle;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.lang.ArchRule;
import org.junit.jupiter.api.Test;

/** The rules of the house that a compiler does not hold. */
class ArchitectureTest {
  private static final JavaClasses CLASSES =
      new ClassFileImporter()
          .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
          .importPackages("dev.girdle");

  @Test
  void dataFlowsOneWay() {
    ArchRule rule = slices().matching("dev.girdle.(**)").should().beFreeOfCycles();
    rule.check(CLASSES);
  }

  @Test
  void coreKnowsNoCommandLine() {
    ArchRule rule =
        noClasses()
            .that()
            .resideOutsideOfPackage("dev.girdle.start..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("picocli..", "dev.girdle.cli..");
    rule.check(CLASSES);
  }

  @Test
  void corePrintsNothingAndEndsNothing() {
    ArchRule rule =
        noClasses()
            .that()
            .resideOutsideOfPackages("dev.girdle.start..", "dev.girdle.probe..")
            .should()
            .accessField(System.class, "out")
            .orShould()
            .accessField(System.class, "err")
            .orShould()
            .callMethod(System.class, "exit", int.class);
    rule.check(CLASSES);
  }

  @Test
  void nothingKnowsALanguageButByItsInterface() {
    ArchRule rule =
        noClasses()
            .that()
            .resideOutsideOfPackage("dev.girdle.java..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("dev.girdle.java..");
    rule.check(CLASSES);
  }

  @Test
  void formsKnowNoApplication() {
    ArchRule rule =
        noClasses()
            .that()
            .resideInAPackage("dev.girdle.form..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("dev.girdle.app..", "dev.girdle.ecosystem..", "dev.girdle.plan..");
    rule.check(CLASSES);
  }
}
