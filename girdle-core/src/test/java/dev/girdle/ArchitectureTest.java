package dev.girdle;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.lang.ArchRule;
import dev.girdle.record.RecordFile;
import dev.girdle.record.Sbom;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.objectweb.asm.ClassReader;

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
    for (String room :
        List.of(
            "dev.girdle.java..",
            "dev.girdle.node..",
            "dev.girdle.python..",
            "dev.girdle.nativeprogram..")) {
      ArchRule rule =
          noClasses()
              .that()
              .resideOutsideOfPackage(room)
              .should()
              .dependOnClassesThat()
              .resideInAPackage(room);
      rule.check(CLASSES);
    }
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

  /** What languages bring has its words in their own rooms, or comes in as values. */
  @Test
  void neutralRoomsNameNoLanguage() throws IOException {
    Path classes = Path.of("target/classes/dev/girdle");
    Map<String, String> found = new TreeMap<>();
    try (Stream<Path> all = Files.walk(classes)) {
      for (Path file : all.filter(f -> f.toString().endsWith(".class")).toList()) {
        String name = classes.relativize(file).toString();
        if (!name.startsWith("java/")) {
          for (String text : texts(Files.readAllBytes(file))) {
            if (OF_JAVA.matcher(text).find() && !KNOWN.getOrDefault(name, "").equals(text)) {
              found.put(name, text);
            }
          }
        }
      }
    }
    assertThat(found).isEmpty();
  }

  private static final Pattern OF_JAVA =
      Pattern.compile("\\.jar\\b|\\.class\\b|META-INF|\\bJava\\b|JAVA_");

  /**
   * Where archives that a runtime starts hold what Girdle adds; and whose archive a script is in.
   */
  private static final Map<String, String> KNOWN =
      Map.of(
          "record/RecordFile.class",
          RecordFile.IN_ARCHIVE,
          "record/Sbom.class",
          Sbom.IN_ARCHIVE,
          "seal/SbomFile.class",
          Sbom.IN_ARCHIVE,
          "seal/LegalFiles.class",
          "META-INF/girdle/licences/",
          "report/ReportPage.class",
          "META-INF/resources/webjars/d3-hierarchy/3.1.2/dist/d3-hierarchy.min.js");

  private static List<String> texts(byte[] classFile) {
    ClassReader reader = new ClassReader(classFile);
    char[] buffer = new char[reader.getMaxStringLength()];
    List<String> texts = new ArrayList<>();
    for (int i = 1; i < reader.getItemCount(); i++) {
      int at = reader.getItem(i);
      if (at > 0 && reader.readByte(at - 1) == STRING) {
        texts.add(reader.readUTF8(at, buffer));
      }
    }
    return texts;
  }

  /** JVMS 4.4.3. */
  private static final int STRING = 8;
}
