package dev.girdle.java.reach;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Need;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Wanted;
import dev.girdle.io.Content;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.testing.Compiled;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The walk into a runtime, on one of a few classes that is made up. */
class RuntimeReachTest {
  @TempDir Path dir;

  private Set<String> reached(Map<String, String> files, String asked, String... sources)
      throws IOException {
    return reached(files, Map.of(), asked, sources);
  }

  private Set<String> reached(
      Map<String, String> files, Map<String, Set<String>> named, String asked, String... sources)
      throws IOException {
    Path classes = Compiled.to(dir.resolve("classes"), sources);
    Map<String, Content> contents = new TreeMap<>();
    files.forEach((path, text) -> contents.put(path, Content.of(text.getBytes())));
    try (Stream<Path> all = Files.walk(classes)) {
      for (Path file : all.filter(Files::isRegularFile).toList()) {
        contents.put(classes.relativize(file).toString(), Content.of(Files.readAllBytes(file)));
      }
    }
    Component module = RuntimeWalk.component("rt", contents);
    RuntimeReach reach =
        new RuntimeReach(
            new ClassIndex(List.of(module)), RuntimeWalk.component("native code", Map.of()));
    named.forEach(reach::callNamed);
    int dot = asked.indexOf('#');
    reach.follow(
        List.of(
            new Demand(
                new Wanted(JavaThing.CODE, asked.substring(0, dot), asked.substring(dot + 1)),
                Site.PLAN,
                Need.of(JavaHow.CALL, Strength.HARD))));
    Set<String> names = new TreeSet<>();
    for (Item item : reach.reached().keySet()) {
      names.add(item.path().replace(".class", ""));
    }
    return names;
  }

  @Test
  void aNeighbourNamedByTextIsCalledByCodeThatIsMadeAtRunTime() throws IOException {
    String[] sources = {
      "package r; public class Weaver { public static String of(String how) {"
          + " return String.join(how, \"r/Tracer\", \"other/Tracer\", \"trace\"); } }",
      "package r; class Tracer { static void traceRope() { new Handler(); } }",
      "package r; class Handler {}",
      "package other; public class Tracer { static void traceRope() { new Handler(); } }",
      "package other; class Handler {}"
    };
    assertThat(reached(Map.of(), "r.Weaver#of(Ljava/lang/String;)Ljava/lang/String;", sources))
        .contains("r/Tracer", "r/Handler")
        .doesNotContain("other/Handler");
  }

  @Test
  void onlyWhatACalledMethodNeedsIsReached() throws IOException {
    assertThat(
            reached(
                Map.of(),
                "r.Quay#open()V",
                "package r; public class Quay {"
                    + " public static void open() { Rope.tie(); }"
                    + " public static void close() { new Crane(); } }",
                "package r; class Rope { static final Knot k = new Knot(); static void tie() {}"
                    + " static void cut() { new Knife(); } }",
                "package r; class Knot {}",
                "package r; class Knife {}",
                "package r; class Crane {}"))
        .containsExactly("r/Knot", "r/Quay", "r/Rope");
  }

  @Test
  void aCallOnAnInterfaceReachesMethodsOfWhatIsMadeOnly() throws IOException {
    assertThat(
            reached(
                Map.of(),
                "r.Quay#open()V",
                "package r; public class Quay {"
                    + " public static void open() { Boat b = new Ferry(); b.sail(); }"
                    + " static boolean is(Object o) { return o instanceof Barge; } }",
                "package r; interface Boat { void sail(); default void sink() { new Diver(); } }",
                "package r; class Ferry implements Boat { public void sail() { new Wave(); }"
                    + " public void idle() { new Rust(); } }",
                "package r; class Barge implements Boat { public void sail() { new Mud(); } }",
                "package r; class Wave {}",
                "package r; class Mud {}",
                "package r; class Rust {}",
                "package r; class Diver {}"))
        .contains("r/Boat", "r/Ferry", "r/Wave")
        .doesNotContain("r/Mud", "r/Rust", "r/Diver");
  }

  @Test
  void aMethodIsInheritedAndItsClassIsNotLost() throws IOException {
    assertThat(
            reached(
                Map.of(),
                "r.Quay#open()V",
                "package r; public class Quay { public static void open() { Ferry.start(); } }",
                "package r; class Boat { static void start() { new Wave(); } }",
                "package r; class Ferry extends Boat {}",
                "package r; class Wave {}"))
        .containsExactly("r/Boat", "r/Ferry", "r/Quay", "r/Wave");
  }

  @Test
  void aMethodWhoseNameStandsAsATextMayBeCalledByIt() throws IOException {
    assertThat(
            reached(
                Map.of(),
                "r.Quay#open()V",
                "package r; public class Quay { static final String HOW = \"hoist\";"
                    + " public static String open() { return HOW + Crane.class; }"
                    + " public static void open(int x) {} "
                    + " }",
                "package r; class Crane { public void hoist() { new Load(); }"
                    + " public void swing() { new Wind(); } }",
                "package r; class Load {}",
                "package r; class Wind {}"))
        .doesNotContain("r/Wind");
  }

  /** Scripts call static methods, and what is inherited, of classes that they name. */
  @Test
  void ofAClassThatATextNamesTheMethodsCountThatItNamesToo() throws IOException {
    assertThat(
            reached(
                Map.of(),
                Map.of("r.Crane", Set.of("hoist", "rest")),
                "r.Quay#open()V",
                "package r; public class Quay { public static void open() { } }",
                "package r; public class Crane extends Machine {"
                    + " public static void hoist() { new Load(); }"
                    + " public static void swing() { new Wind(); } }",
                "package r; class Machine { public void rest() { new Oil(); } }",
                "package r; class Load {}",
                "package r; class Oil {}",
                "package r; class Wind {}"))
        .contains("r/Load", "r/Oil")
        .doesNotContain("r/Wind");
  }

  @Test
  void whatIsGotByItsNameCountsWithAllItsMethods() throws IOException {
    assertThat(
            reached(
                Map.of("r/tides.properties", "high=noon"),
                "r.Quay#open()V",
                "package r; public class Quay { public static void open() throws Exception {"
                    + " Class.forName(\"r.Crane\"); } }",
                "package r; public class Crane { public Crane() {}"
                    + " public void swing() { new Wind(); } }",
                "package r; class Wind {}",
                "package r; class Other {}"))
        .contains("r/Crane", "r/Wind", "r/tides.properties")
        .doesNotContain("r/Other");
  }
}
