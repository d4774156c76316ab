package dev.girdle.java.bytecode;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.io.FolderTree;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.format.Versioned;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.testing.Compiled;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Names in code, known and joined and open, on class files of several releases of Java. */
class LookupsTest {
  @TempDir Path dir;

  @BeforeEach
  void parts() throws IOException {
    Compiled.to(
        dir,
        "package p.impl; public class NorthQuay {}",
        "package p.impl; public class SouthQuay {}",
        "package p.impl; public class NorthPier {}",
        "package p; public interface Face {}",
        "package p; public enum Tide { HIGH, LOW }",
        "package p; public class Words_de extends java.util.ListResourceBundle {"
            + " protected Object[][] getContents() { return null; } }");
    for (String file :
        List.of(
            "p/words.properties",
            "p/words_fr.properties",
            "p/words_list.properties",
            "p/data/a.txt",
            "p/data/b.txt",
            "p/data/c.bin",
            "libtide.so",
            "native/tide.dll")) {
      Files.createDirectories(dir.resolve(file).getParent());
      Files.writeString(dir.resolve(file), "x");
    }
  }

  private ItemDemands read(int release, String body) throws Exception {
    Compiled.to(
        dir,
        release,
        List.of(dir),
        "package q; public class User { static String given; void go(String in) throws Exception {"
            + body
            + "} }");
    Component component =
        new Component(
            "own",
            "own",
            Role.OWN,
            null,
            null,
            "",
            FolderTree.of(dir, p -> true),
            Versioned::itemName);
    Item item = component.item("q/User.class").orElseThrow();
    ClassIndex index = new ClassIndex(List.of(component));
    return ClassDemands.read(item.content().bytes(1 << 20), item, index).demands();
  }

  private static List<String> names(ItemDemands demands, How how) {
    return demands.named().stream().filter(d -> d.how() == how).map(Demand::name).sorted().toList();
  }

  private static List<Thing> open(ItemDemands demands) {
    return demands.open().stream().map(o -> o.thing()).toList();
  }

  @ParameterizedTest
  @ValueSource(ints = {8, 17})
  void aNameJoinedFromPartsIsAllThatItCanBe(int release) throws Exception {
    ItemDemands found = read(release, "Class.forName(\"p.impl.\" + in + \"Quay\").getName();");
    // the package counts, too: another method may join something else to the text that names it
    assertThat(names(found, JavaHow.JOINED))
        .contains("p.impl.NorthQuay", "p.impl.SouthQuay")
        .hasSize(3);
    assertThat(found.open()).isEmpty();
    ItemDemands whole = read(release, "String s = \"p.impl\"; Class.forName(s + \".NorthPier\");");
    assertThat(names(whole, JavaHow.REFLECTION)).containsExactly("p.impl.NorthPier");
    ItemDemands built =
        read(
            release,
            "StringBuilder b = new StringBuilder(\"p.\"); b.append(\"impl.\").append(in);"
                + " Class.forName(b.toString());");
    assertThat(names(built, JavaHow.JOINED)).hasSize(3);
  }

  @Test
  void bothSidesOfAChoiceAreDemanded() throws Exception {
    ItemDemands found = read(17, "Class.forName(in == null ? \"far.A\" : \"far.B\").getName();");
    assertThat(names(found, JavaHow.REFLECTION)).containsExactly("far.A", "far.B");
    assertThat(found.open()).isEmpty();
    ItemDemands half = read(17, "Class.forName(in == null ? \"far.A\" : in).getName();");
    assertThat(open(half)).containsExactly(JavaThing.CODE);
  }

  @Test
  void aNameThatOnlyTheRunTellsIsOpenWithItsPlace() throws Exception {
    ItemDemands found =
        read(
            17,
            "Class.forName(given);\ngetClass().getResource(in + \".txt\");\n"
                + "System.load(in);\njava.util.ResourceBundle.getBundle(in);");
    assertThat(open(found)).containsExactlyInAnyOrder(JavaThing.CODE, Thing.FILE, Thing.NATIVE);
    assertThat(found.open().get(0).place()).startsWith("q.User.go, line 1");
  }

  @Test
  void theNameOfAClassThatIsLoadedAlreadyIsNotOpen() throws Exception {
    ItemDemands found =
        read(
            17,
            "Class.forName(in.getClass().getName());"
                + " Class.forName(p.Face.class.getName() + \"Gone\");");
    assertThat(found.open()).isEmpty();
    assertThat(names(found, JavaHow.REFLECTION)).containsExactly("p.FaceGone");
  }

  @Test
  void filesByJoinedPathsAndFormats() throws Exception {
    // the folder counts, too: another method may join something else to the text that names it
    assertThat(
            names(
                read(17, "getClass().getResource(\"/p/data/\" + in + \".txt\");"), JavaHow.JOINED))
        .containsExactly("p/data/a.txt", "p/data/b.txt", "p/data/c.bin");
    assertThat(names(read(17, "String.format(\"p/data/%s.bin\", in);"), JavaHow.JOINED))
        .containsExactly("p/data/c.bin");
  }

  @Test
  void aBundleIsDemandedWithItsLocalesAndNothingElse() throws Exception {
    ItemDemands found = read(17, "java.util.ResourceBundle.getBundle(\"p.words\");");
    assertThat(names(found, JavaHow.BUNDLE)).containsExactly("p.words");
    Component component =
        new Component(
            "own",
            "own",
            Role.OWN,
            null,
            null,
            "",
            FolderTree.of(dir, p -> true),
            Versioned::itemName);
    ClassIndex index = new ClassIndex(List.of(component));
    assertThat(index.bundle("p.words"))
        .extracting(Item::path)
        .containsExactlyInAnyOrder("p/words.properties", "p/words_fr.properties");
    assertThat(index.bundle("p.Words")).extracting(Item::path).containsExactly("p/Words_de.class");
    assertThat(names(read(17, "Object o = \"p.words\";"), JavaHow.BUNDLE))
        .containsExactly("p.words");
  }

  @Test
  void nativeLibrariesProxiesAndConstants() throws Exception {
    ItemDemands found =
        read(
            17,
            "System.loadLibrary(\"tide\");"
                + " java.lang.reflect.Proxy.newProxyInstance(null, new Class<?>[] {p.Face.class},"
                + " null); Enum.valueOf(p.Tide.class, in);");
    assertThat(names(found, JavaHow.NATIVE)).containsExactly("tide");
    Component component =
        new Component(
            "own",
            "own",
            Role.OWN,
            null,
            null,
            "",
            FolderTree.of(dir, p -> true),
            Versioned::itemName);
    assertThat(new ClassIndex(List.of(component)).nativeLibrary("tide"))
        .extracting(Item::path)
        .containsExactlyInAnyOrder("libtide.so", "native/tide.dll");
    assertThat(found.named())
        .filteredOn(d -> d.name().equals("p.Face") || d.name().equals("p.Tide"))
        .allMatch(d -> d.strength() == Strength.HARD);
  }

  @Test
  void aQuestionWhetherAClassIsThereExcusesItsAbsence() throws Exception {
    Compiled.to(
        dir,
        "package p; public class Ask { public static boolean there(String n) {"
            + " return n == null; } public static Class<?> load(String n) { return null; } }");
    ItemDemands found =
        read(
            17,
            "boolean b = p.Ask.there(\"far.Away\"); p.Ask.load(\"far.Beyond\");"
                + " p.Ask.there(\"some.setting\");");
    assertThat(found.named())
        .filteredOn(d -> d.name().startsWith("far."))
        .hasSize(2)
        .allMatch(d -> d.strength() == Strength.SOFT && !d.excuse().isEmpty());
    assertThat(found.named()).noneMatch(d -> d.name().equals("some.setting"));
  }

  @Test
  void whatIsStoredWithAnObjectIsToldAsSuch() throws Exception {
    Compiled.to(
        dir,
        "package q; public class Log implements java.io.Serializable {"
            + " p.Tide tide; transient p.Face face; }");
    Component component =
        new Component(
            "own",
            "own",
            Role.OWN,
            null,
            null,
            "",
            FolderTree.of(dir, p -> true),
            Versioned::itemName);
    Item item = component.item("q/Log.class").orElseThrow();
    ItemDemands found =
        ClassDemands.read(item.content().bytes(1 << 20), item, new ClassIndex(List.of(component)))
            .demands();
    assertThat(names(found, JavaHow.SERIAL)).containsExactly("p.Tide");
    assertThat(names(found, JavaHow.DECLARATION)).contains("p.Face");
  }
}
