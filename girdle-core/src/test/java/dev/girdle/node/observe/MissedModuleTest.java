package dev.girdle.node.observe;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.ecosystem.Symptom;
import java.util.List;
import org.junit.jupiter.api.Test;

class MissedModuleTest {
  private static final String THERE = "/home/stranger/board-1/app/";

  private static Symptom only(String... lines) {
    List<Symptom> all =
        MissedModule.joined(List.of(lines)).stream()
            .flatMap(l -> MissedModule.in(l).stream())
            .toList();
    assertThat(all).hasSize(1);
    return all.get(0);
  }

  @Test
  void tellsWhereItWouldBe() {
    Symptom near =
        only(
            "Error: Cannot find module '../lib/knot'",
            "Require stack:",
            "- " + THERE + "node_modules/ropes/src/index.js",
            "- " + THERE + "server.js");
    assertThat(near.kind()).isEqualTo(Symptom.Kind.CODE);
    assertThat(near.name()).isEqualTo("../lib/knot");
    assertThat(near.path()).isEqualTo("node_modules/ropes/lib/knot");
    assertThat(only("Error: Cannot find module 'hemp/twist'", "x").path())
        .isEqualTo("node_modules/hemp/twist");
    assertThat(
            only("Error [ERR_MODULE_NOT_FOUND]: Cannot find package '@a/b' imported from " + THERE)
                .path())
        .isEqualTo("node_modules/@a/b");
    assertThat(
            only("Cannot find module '"
                    + THERE
                    + "node_modules/x/y.mjs' imported from "
                    + THERE
                    + "m.mjs")
                .path())
        .isEqualTo("node_modules/x/y.mjs");
    Symptom file =
        only("Error: ENOENT: no such file or directory, open '" + THERE + "data/berths.json'");
    assertThat(file.kind()).isEqualTo(Symptom.Kind.FILE);
    assertThat(file.path()).isEqualTo("data/berths.json");
    assertThat(only("Error: The module '/x/app/node_modules/s/build/s.node'").kind())
        .isEqualTo(Symptom.Kind.LIBRARY);
    assertThat(MissedModule.in("all modules are found")).isEmpty();
  }

  @Test
  void findsWhatKeepsIt() {
    String knot = "node_modules/ropes/lib/knot";
    assertThat(MissedModule.kept(knot, "ropes@1.2.0", "lib/knot.js")).contains(knot + ".js");
    assertThat(MissedModule.kept(knot, "ropes@1.2.0#2", "lib/knot/index.js"))
        .contains(knot + "/index.js");
    assertThat(MissedModule.kept(knot, "ropes@1.2.0", null)).contains("ropes@1.2.0");
    assertThat(MissedModule.kept(knot, "rope@1.2.0", "lib/knot.js")).isEmpty();
    assertThat(MissedModule.kept(knot, "ropes@1.2.0", "lib/knots.js")).isEmpty();
    assertThat(MissedModule.kept("node_modules/@a/b", "@a+b@1.0.0", "index.js"))
        .contains("node_modules/@a/b/index.js");
    assertThat(MissedModule.kept("lib/tide", "board", "lib/tide.js")).contains("lib/tide.js");
    assertThat(MissedModule.kept("lib/tide", "board", null)).isEmpty();
  }
}
