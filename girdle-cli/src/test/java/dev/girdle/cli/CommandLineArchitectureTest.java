package dev.girdle.cli;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import dev.girdle.cli.view.View;
import org.junit.jupiter.api.Test;

/** The rules of the house where core and command line are both in sight. */
class CommandLineArchitectureTest {
  private static final JavaClasses CLASSES =
      new ClassFileImporter()
          .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
          .importPackages("dev.girdle");

  @Test
  void bothAreInSight() {
    assertThat(CLASSES.contain("dev.girdle.seal.Sealer")).isTrue();
    assertThat(CLASSES.contain("dev.girdle.cli.SealCommand")).isTrue();
  }

  @Test
  void coreKnowsNoCommandLine() {
    noClasses()
        .that()
        .resideOutsideOfPackage("dev.girdle.cli..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("picocli..", "dev.girdle.cli..", "me.tongfei..")
        .check(CLASSES);
  }

  @Test
  void viewsKnowNoCommandsAndNoOptions() {
    noClasses()
        .that()
        .resideInAPackage("dev.girdle.cli.view..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("picocli..", "dev.girdle.cli", "dev.girdle.cli.man")
        .check(CLASSES);
    slices().matching("dev.girdle.cli.(**)").should().beFreeOfCycles().check(CLASSES);
  }

  @Test
  void nothingButTheStartPrintsPastTheConsole() {
    noClasses()
        .that()
        .resideInAPackage("dev.girdle.cli..")
        .and()
        .doNotHaveSimpleName("Main")
        .and()
        .doNotHaveSimpleName("Manual")
        .and()
        .doNotHaveSimpleName("Meter") // progress goes past all results
        .should()
        .accessField(System.class, "out")
        .orShould()
        .accessField(System.class, "err")
        .orShould()
        .callMethod(System.class, "exit", int.class)
        .check(CLASSES);
  }

  @Test
  void noLanguageIsKnownHere() {
    noClasses()
        .that()
        .resideInAPackage("dev.girdle.cli..")
        .should()
        .dependOnClassesThat()
        .resideInAPackage("dev.girdle.java..")
        .check(CLASSES);
  }

  @Test
  void whatShowsSomethingIsAValue() {
    classes().that().implement(View.class).should().beRecords().check(CLASSES);
  }
}
