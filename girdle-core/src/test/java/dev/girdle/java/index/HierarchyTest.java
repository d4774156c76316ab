package dev.girdle.java.index;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Application;
import dev.girdle.ecosystem.Progress;
import dev.girdle.plan.Plan;
import dev.girdle.seal.Analyzer;
import dev.girdle.testing.Compiled;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class HierarchyTest {
  @TempDir Path dir;

  @Test
  void tellsInterfacesFromClassesAndFromWhatIsNotThereOrDamaged() throws IOException {
    Compiled.to(
        dir,
        "package h; public interface Berth { }",
        "package h; public class Quay implements Berth { }",
        "package h; public interface North { }");
    Files.write(dir.resolve("h/North.class"), new byte[] {1, 2, 3});
    try (Application app = new Analyzer(Progress.SILENT).survey(Plan.of(dir))) {
      Hierarchy hierarchy = new Hierarchy(new ClassIndex(app.components()));
      assertThat(hierarchy.isInterface("h/Berth")).isTrue();
      assertThat(hierarchy.isInterface("h/Quay")).isFalse();
      assertThat(hierarchy.isInterface("h/North")).isFalse();
      assertThat(hierarchy.isInterface("h/Nowhere")).isFalse();
    }
  }
}
