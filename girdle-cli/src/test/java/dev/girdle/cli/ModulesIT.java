package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A program of modules, whose provider only a descriptor declares. */
class ModulesIT {
  @TempDir Path dir;
  private Path app;

  @BeforeEach
  void build() throws IOException {
    app = dir.resolve("app");
    Path api =
        Compiled.to(
            dir.resolve("api"),
            "package api; public interface Tide { int depth(); }",
            "package api.spare; public class Spare {}",
            "module t.api { exports api; exports api.spare; uses api.Tide; }");
    Path provider = dir.resolve("provider");
    Compiled.to(
        provider,
        17,
        List.of(api),
        "package prov; public class Moon implements api.Tide { public int depth() { return 4; } }");
    Compiled.modules(
        provider, api, "module t.prov { requires t.api; provides api.Tide with prov.Moon; }");
    Path main =
        Compiled.to(
            dir.resolve("main"),
            17,
            List.of(api),
            "package m; public class Main { public static void main(String[] a) {"
                + " System.out.print(Main.class.getModule());"
                + " for (api.Tide t : java.util.ServiceLoader.load(api.Tide.class))"
                + " System.out.println(\" \" + t.depth()); } }");
    Compiled.modules(main, api, "module t.main { requires t.api; uses api.Tide; }");
    new Jar().folder(api).write(app.resolve("lib/api.jar"));
    new Jar().folder(provider).write(app.resolve("lib/prov.jar"));
    new Jar().folder(main).write(app.resolve("main.jar"));
  }

  private void seal(String prune, Object... form) {
    Object[] words = {
      "seal", app, "--entry", "t.main/m.Main", "--name", "tides", "--prune", prune, "--out", dir
    };
    Run.girdle(
            java.util.stream.Stream.concat(
                    java.util.stream.Stream.of(words), java.util.stream.Stream.of(form))
                .toArray())
        .well();
  }

  @Test
  void theFolderStartsItAsModulesAtEveryLevel() {
    for (String prune : List.of("none", "components", "files", "classes")) {
      seal(prune, "--form", "folder", "--as", prune);
      assertThat(Run.of(dir.resolve(prune + "/bin/tides")).well().out())
          .as(prune)
          .isEqualTo("module t.main 4\n");
    }
  }

  @Test
  void archivesFindTheProviderAllTheSame() {
    for (String kind : List.of("nested", "merged")) {
      seal("classes", "--archive", kind, "--as", kind + ".jar");
      String out = Run.of(Run.JAVA, "-jar", dir.resolve(kind + ".jar")).well().out();
      assertThat(out).startsWith("unnamed module @").endsWith(" 4\n");
    }
  }

  @Test
  void aPackageInTwoModulesIsTold() throws IOException {
    Path split = Compiled.to(dir.resolve("split"), "package api; public class Extra {}");
    new Jar().folder(split).write(app.resolve("lib/split.jar"));
    assertThat(Run.girdle("closure", app, "--entry", "t.main/m.Main").well().out())
        .contains("a package in two modules, which Java refuses: api");
  }
}
