package dev.girdle.java.bytecode;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Demand;
import dev.girdle.io.FolderTree;
import dev.girdle.java.format.ClassHeader;
import dev.girdle.java.format.Versioned;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.Hierarchy;
import dev.girdle.testing.Compiled;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/**
 * What the verifier looks at, held against what Java itself loads: a class is linked, none of its
 * methods is ever called, and Java's log tells which classes that took. Types that are caught are
 * not among them: {@link CodeDemands} tells of those.
 */
class VerifiedTypesTest {
  private static final Pattern LOADED = Pattern.compile("(v\\.\\S+) source: file:");

  @TempDir Path dir;

  private Set<String> foreseen(Path classes) throws Exception {
    Component component =
        new Component(
            "v",
            "v/",
            Role.LIBRARY,
            null,
            null,
            "handed over",
            FolderTree.of(classes, p -> true),
            Versioned::itemName);
    ClassIndex index = new ClassIndex(List.of(component));
    Item item = component.item("v/Subject.class").orElseThrow();
    Hierarchy hierarchy = new Hierarchy(index);
    DemandCollector looked = new DemandCollector(item, index, true, "");
    ClassReader reader = ClassHeader.readerOf(ClassHeader.bytesOf(item.content()));
    reader.accept(
        new ClassVisitor(Opcodes.ASM9) {
          @Override
          public MethodVisitor visitMethod(
              int access, String name, String descriptor, String signature, String[] thrown) {
            return new VerifiedTypes(looked, hierarchy, name, descriptor)
                .around("v/Subject", access, null);
          }
        },
        ClassReader.EXPAND_FRAMES);
    Set<String> names = new TreeSet<>();
    for (Demand demand : looked.demands().named()) {
      addWithWhatItExtends(demand.name(), names, component);
    }
    return names;
  }

  /** Java loads what a class extends together with it. */
  private static void addWithWhatItExtends(String name, Set<String> to, Component component)
      throws Exception {
    Optional<Item> item = component.item(name.replace('.', '/') + ".class");
    if (item.isPresent() && to.add(name)) {
      ClassReader reader = ClassHeader.readerOf(ClassHeader.bytesOf(item.get().content()));
      addWithWhatItExtends(reader.getSuperName().replace('/', '.'), to, component);
      for (String face : reader.getInterfaces()) {
        addWithWhatItExtends(face.replace('/', '.'), to, component);
      }
    }
  }

  private static Set<String> loaded(Path classes) throws Exception {
    Process process =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin/java").toString(),
                "-Xlog:class+load",
                "-Xshare:off",
                "-cp",
                classes.toString(),
                "v.Main")
            .redirectErrorStream(true)
            .start();
    Set<String> names = new TreeSet<>();
    for (String line : new String(process.getInputStream().readAllBytes()).lines().toList()) {
      Matcher matcher = LOADED.matcher(line);
      if (matcher.find()) {
        names.add(matcher.group(1));
      }
    }
    assertThat(process.waitFor()).isZero();
    names.removeAll(Set.of("v.Main", "v.Subject"));
    return names;
  }

  private void sameAsJava(String body) throws Exception {
    Path classes =
        Compiled.to(
            dir.resolve("classes"),
            "package v; public class Main { public static void main(String[] a) throws Exception {"
                + " Class.forName(\"v.Subject\"); } }",
            "package v; public class Subject { Ship field; " + body + " }",
            "package v; public class Ship { int length; void sail() {} }",
            "package v; public class Ferry extends Ship { }",
            "package v; public class Barge extends Ship { }",
            "package v; public interface Port { }",
            "package v; public class Quay implements Port { void open() {} }",
            "package v; public class Storm extends RuntimeException { }",
            "package v; public class Gale extends Storm { }",
            "package v; public class Idle { static void rest() {} }");
    assertThat(foreseen(classes)).isEqualTo(loaded(classes));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Ship give() { return new Ferry(); }",
        "Object give() { return new Ferry(); }",
        "Port give(Quay q) { return q; }",
        "void put(Ferry f) { field = f; }",
        "void call(Ferry f) { f.sail(); }",
        "int get(Ferry f) { return f.length; }",
        "void pass(Ferry f) { take(f); } void take(Ship s) { }",
        "Ship choose(boolean b) { return b ? new Ferry() : new Barge(); }",
        "Ship loop(int n) { Ship s = new Ferry(); while (n-- > 0) { s = new Barge(); } return s; }",
        "Ship pick(int n) { Ship s; switch (n) { case 1: s = new Ferry(); break;"
            + " default: s = new Barge(); } return s; }",
        "void fail() { throw new Gale(); }",
        "Storm keep() { try { Idle.rest(); return null; } catch (Gale e) { return e; } }",
        "Ship[] many() { return new Ferry[1]; }",
        "Object cast(Object o) { return (Ferry) o; }",
        "boolean is(Object o) { return o instanceof Ferry; }",
        "Runnable later(Ferry f) { return () -> take(f); } void take(Ship s) { }",
        "void idle() { Idle.rest(); }"
      })
  void whatJavaLoadsToVerifyIsForeseen(String body) throws Exception {
    sameAsJava(body);
  }
}
