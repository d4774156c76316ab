package dev.girdle.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Application;
import dev.girdle.ecosystem.Progress;
import dev.girdle.plan.Plan;
import dev.girdle.seal.Assessor;
import dev.girdle.testing.Compiled;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class HierarchyTest {
  @TempDir Path dir;

  private interface Question {
    void of(Hierarchy hierarchy) throws IOException;
  }

  private void ask(Question question, String... sources) throws IOException {
    Compiled.to(dir, sources);
    try (Application app = new Assessor(Progress.SILENT).survey(Plan.of(dir))) {
      question.of(new Hierarchy(new Jdk(), new ClassIndex(app.components())));
    }
  }

  private static final String[] HARBOUR = {
    "package h; public interface Berth extends Runnable { int depth(); static int none() { return 0; } }",
    "package h; public abstract class Quay implements Berth { Quay() { } private void own() { }"
        + " public void moor(String ship) { } }",
    "package h; public class North extends Quay { public int depth() { return 7; }"
        + " public void run() { } }",
  };

  @Test
  void methodsThatStandForOthersAreThoseOfEverythingAbove() throws IOException {
    ask(
        h -> {
          assertThat(h.virtualMethods(List.of("h/Quay")))
              .contains(
                  "moor(Ljava/lang/String;)V",
                  "depth()I",
                  "run()V",
                  "hashCode()I",
                  "toString()Ljava/lang/String;")
              .doesNotContain("own()V", "none()I", "<init>()V");
          assertThat(h.virtualMethods(List.of("java/util/ArrayList")))
              .contains(
                  "iterator()Ljava/util/Iterator;", "forEach(Ljava/util/function/Consumer;)V");
        },
        HARBOUR);
  }

  @Test
  void methodsOfInterfacesAreThoseOfInterfacesOnly() throws IOException {
    ask(
        h -> {
          assertThat(h.methodsOfInterfaces(List.of("h/Berth")))
              .containsExactlyInAnyOrder("depth()I", "run()V");
          assertThat(h.methodsOfInterfaces(List.of("h/Quay"))).isEmpty();
          assertThat(h.isInterface("h/Berth")).isTrue();
          assertThat(h.isInterface("java/lang/Runnable")).isTrue();
          assertThat(h.isInterface("h/North")).isFalse();
        },
        HARBOUR);
  }

  @Test
  void whatIsNotThereOrDamagedHasNoMethods() throws IOException {
    Compiled.to(dir, HARBOUR);
    Compiled.remove(dir, "h.Berth");
    Files.write(dir.resolve("h/North.class"), new byte[] {1, 2, 3});
    try (Application app = new Assessor(Progress.SILENT).survey(Plan.of(dir))) {
      Hierarchy hierarchy = new Hierarchy(new Jdk(), new ClassIndex(app.components()));
      assertThat(hierarchy.virtualMethods(List.of("h/Berth", "h/North"))).isEmpty();
      assertThat(hierarchy.isInterface("h/Berth")).isFalse();
      assertThat(hierarchy.virtualMethods(List.of("h/Quay")))
          .contains("moor(Ljava/lang/String;)V")
          .doesNotContain("depth()I");
    }
  }
}
