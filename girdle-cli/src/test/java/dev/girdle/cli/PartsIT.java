package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Pruned down to single classes, a program runs as before, though methods of its library that are
 * never called mention classes that are gone; and the virtual machine still verifies them.
 */
class PartsIT {
  private static final String[] LIBRARY = {
    "package l; public interface Face { String say(); default String twice() {"
        + " return say() + new Helper().help(); } }",
    "package l; public class Helper { public String help() { return \"!\"; } }",
    // says what Face asks without knowing Face
    "package l; public class Parent { public String say() { return new SaidBy().toString(); } }",
    "package l; public class SaidBy { public String toString() { return \"parent\"; } }",
    "package l; public class Child extends Parent implements Face {}",
    "package l; public class Base { void one() {} }",
    "package l; public class Derived extends Base { public Derived() {} }",
    "package l; public class Dead extends Exception { public Dead() {} }",
    "package l; public class OnlyCaught extends RuntimeException {}",
    "package l; public class Gone { public static void go() {} }",
    "package l; public class AlsoGone { public static void go() { Gone.go(); } }",
    "package l; public class Big {\n"
        + "  public static String used() { return \"used\"; }\n"
        // the verifier has to see that a Derived is a Base
        + "  static Base never(boolean b) { Derived d = new Derived(); Base x = b ? d : null;"
        + " return x; }\n"
        + "  public static void unused() { AlsoGone.go(); try { Gone.go(); }"
        + " catch (OnlyCaught e) { throw e; } }\n"
        + "  public static void raise() throws Exception { throw new Dead(); }\n"
        + "}",
    "package l; public class Beans { private Inner inner = new Inner(); public Inner getInner() {"
        + " return inner; } public String toString() { return new Text().text(); } }",
    "package l; public class Inner { public Inner() {} }",
    "package l; public class Text { String text() { return \"text\"; } }",
    "package l; public class Called { public static String byName(String n) throws Exception {"
        + " return (String) Class.forName(n).getMethod(\"whole\").invoke(null); } }",
    "package l; public class Whole { public static String whole() { return Part.part(); } }",
    "package l; public class Part { static String part() { return \"part\"; } }",
    "package l; public enum Tide { HIGH { String n() { return Names.high(); } };"
        + " abstract String n(); }",
    "package l; public class Names { static String high() { return \"high\"; } }",
    "package l; public class Refs { public static java.util.function.Supplier<Object> make() {"
        + " return Made::new; } }",
    "package l; public class Alone { }",
    "package l; public class Made { public String toString() { return \"made\"; } }",
  };

  private static final String MAIN =
      """
      package m; import l.*;
      public class Main { public static void main(String[] a) throws Exception {
        Face f = new Child();
        System.out.println(f.say() + f.twice());
        System.out.println(Big.used());
        System.out.println(new Beans());
        System.out.println(Called.byName("l.Whole"));
        System.out.println(Tide.valueOf("HIGH").name());
        System.out.println(Refs.make().get());
      } }
      """;

  @TempDir Path dir;
  private Path app;

  @BeforeEach
  void build() throws IOException {
    app = dir.resolve("app");
    Path library = Compiled.to(dir.resolve("library"), LIBRARY);
    Path main = Compiled.to(dir.resolve("main"), 17, List.of(library), MAIN);
    new Jar().manifest("Main-Class: m.Main").folder(main).write(app.resolve("m.jar"));
    new Jar().folder(library).write(app.resolve("lib/l.jar"));
  }

  @Test
  void theProgramRunsAsBeforeWithoutWhatIsNeverUsed() throws IOException {
    Object[] seal = {"seal", app, "--prune", "classes", "--form", "folder", "--out", dir};
    Run.girdle(seal).well();
    Path lib = dir.resolve("m/lib/l.jar");
    String files = Run.of("/usr/bin/unzip", "-l", lib).well().out();
    for (String kept : List.of("Derived", "Base", "OnlyCaught", "SaidBy", "Part", "Names")) {
      assertThat(files).contains("l/" + kept + ".class");
    }
    // whatever the code of a class names that goes along is there, whoever calls it
    assertThat(files).contains("l/AlsoGone.class", "l/Gone.class").doesNotContain("l/Alone.class");
    Result before = Run.of(Run.JAVA, "-cp", app + "/*:" + app + "/lib/*", "m.Main").well();
    assertThat(before.out()).isEqualTo("parentparent!\nused\ntext\npart\nHIGH\nmade\n");
    Result after = Run.of(dir.resolve("m/bin/m")).well();
    assertThat(after.out()).isEqualTo(before.out());
    // every class that is left links: the virtual machine finds all that it verifies with
    List<Object> link = new ArrayList<>();
    link.addAll(List.of(Run.JAVA, "-cp", lib + ":" + linker(), "Link"));
    Matcher names = Pattern.compile("(l/\\S+)\\.class").matcher(files);
    while (names.find()) {
      link.add(names.group(1).replace('/', '.'));
    }
    assertThat(link).hasSizeGreaterThan(20);
    Run.of(link.toArray()).well();
  }

  private Path linker() throws IOException {
    return Compiled.to(
        dir.resolve("linker"),
        "public class Link { public static void main(String[] a) throws Exception {"
            + " for (String s : a) Class.forName(s, true, Link.class.getClassLoader())"
            + ".getDeclaredMethods(); } }");
  }

  @Test
  void theReasonIsTheWayThatTheCodeTakes() {
    Result why = Run.girdle("explain", app, "l.Helper", "--prune", "classes").well();
    assertThat(why.out())
        .contains("1  the plan starts with m.Main")
        .contains("m.Main.main, line 4, calls l.Face")
        .contains("l.Face.twice, line 1, uses l.Helper");
    assertThat(Run.girdle("explain", app, "l.Alone", "--prune", "classes").well().out())
        .contains("l.Alone is left out of lib/l.jar: nothing in the closure needs it.");
  }
}
