package dev.girdle.java.bytecode;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Strength;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.io.FolderTree;
import dev.girdle.java.format.ClassHeader;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.Versioned;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.testing.Compiled;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.Label;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.tree.ClassNode;

class ClassDemandsTest {
  @TempDir Path dir;
  private Component component;

  private List<Demand> demandsOf(String className, String... sources) throws Exception {
    if (sources.length > 0) {
      Compiled.to(dir, sources);
    }
    FolderTree tree = FolderTree.of(dir, p -> true);
    component = new Component("own", "own", Role.OWN, null, null, "", tree, Versioned::itemName);
    Item item = component.item(className.replace('.', '/') + ".class").orElseThrow();
    ClassIndex index = new ClassIndex(List.of(component));
    return ClassDemands.read(item.content().bytes(1 << 20), item, index).demands().named();
  }

  private static Optional<Demand> find(List<Demand> demands, String name) {
    return demands.stream().filter(d -> d.name().equals(name)).findFirst();
  }

  private static Demand get(List<Demand> demands, String name) {
    return find(demands, name).orElseThrow(() -> new AssertionError("no demand for " + name));
  }

  @BeforeEach
  void parts() throws IOException {
    Compiled.to(
        dir,
        "package p; public class Called { public static int field; public static void call() {} }",
        "package p; public class Field { public static int field; }",
        "package p; public class Parent {}",
        "package p; public interface Face { void run(Declared d); }",
        "package p; public class Declared {}",
        "package p; public class Bound {}",
        "package p; public class Oops extends RuntimeException {}",
        "package p; public class Linked { public static void linked() {} }",
        "package p; public class Elem {}",
        "package p; import java.lang.annotation.*;"
            + " @Retention(RetentionPolicy.RUNTIME) public @interface Seen { Class<?> value(); }",
        "package p; import java.lang.annotation.*;"
            + " @Retention(RetentionPolicy.CLASS) public @interface Unseen {}");
  }

  @Test
  void readsEveryKindOfReference() throws Exception {
    List<Demand> demands =
        demandsOf(
            "q.User",
            "package q; import p.*; import java.util.*;\n"
                + "@Seen(Bound.class) public class User extends Parent {\n"
                + "  Declared declared;\n"
                + "  List<Bound> bounds;\n"
                + "  @Unseen int unseen;\n"
                + "  void go() {\n"
                + "    Called.call();\n"
                + "    int x = Field.field;\n"
                + "    Runnable r = Linked::linked;\n"
                + "    Object o = new Elem[3][4];\n"
                + "    try { r.run(); } catch (Oops e) { x++; }\n"
                + "  }\n"
                + "}\n");
    assertThat(get(demands, "p.Parent").how()).isEqualTo(JavaHow.INHERITANCE);
    assertThat(get(demands, "p.Called"))
        .returns(JavaHow.CALL, Demand::how)
        .returns("go", Demand::member)
        .returns(7, Demand::line)
        .returns(Strength.HARD, Demand::strength);
    assertThat(get(demands, "p.Field").how()).isEqualTo(JavaHow.FIELD);
    assertThat(get(demands, "p.Linked").how()).isEqualTo(JavaHow.DYNAMIC);
    assertThat(get(demands, "p.Elem").strength()).isEqualTo(Strength.HARD);
    assertThat(get(demands, "p.Oops").how()).isEqualTo(JavaHow.CATCH);
    assertThat(get(demands, "p.Declared").strength()).isEqualTo(Strength.SOFT);
    assertThat(get(demands, "p.Bound").strength()).isEqualTo(Strength.HINT);
    assertThat(get(demands, "p.Seen").how()).isEqualTo(JavaHow.ANNOTATION);
    assertThat(find(demands, "p.Unseen")).isEmpty();
    assertThat(find(demands, "q.User")).isEmpty();
  }

  @Test
  void readsRecordsSealedTypesAndNests() throws Exception {
    List<Demand> demands =
        demandsOf(
            "q.Shape",
            "package q; public sealed interface Shape permits Shape.Dot {\n"
                + "  record Dot(p.Declared at) implements Shape {}\n"
                + "}\n");
    assertThat(get(demands, "q.Shape$Dot").how()).isEqualTo(JavaHow.RELATION);
    assertThat(demandsOf("q.Shape$Dot")).extracting(Demand::name).contains("p.Declared", "q.Shape");
  }

  @Test
  void whatIsCaughtWhereItStandsIsSoft() throws Exception {
    List<Demand> demands =
        demandsOf(
            "q.Careful",
            "package q; public class Careful {\n"
                + "  boolean probe() {\n"
                + "    try { p.Called.call(); return true; }\n"
                + "    catch (NoClassDefFoundError e) { return false; }\n"
                + "  }\n"
                + "  void rethrow() {\n"
                + "    try { new p.Elem(); }\n"
                + "    catch (LinkageError e) { throw e; }\n"
                + "  }\n"
                + "  void ignore() {\n"
                + "    try { new p.Field(); } catch (Throwable e) { }\n"
                + "  }\n"
                + "  void report() {\n"
                + "    try { new p.Linked(); } catch (Throwable e) { e.printStackTrace(); }\n"
                + "  }\n"
                + "  void wrong() {\n"
                + "    try { new p.Parent(); } catch (RuntimeException e) { }\n"
                + "  }\n"
                + "}\n");
    assertThat(get(demands, "p.Called"))
        .returns(Strength.SOFT, Demand::strength)
        .returns("its absence is caught there", Demand::excuse);
    assertThat(get(demands, "p.Elem").strength()).isEqualTo(Strength.HARD);
    assertThat(get(demands, "p.Field").strength()).isEqualTo(Strength.SOFT);
    assertThat(get(demands, "p.Linked").strength()).isEqualTo(Strength.HARD);
    assertThat(get(demands, "p.Parent").strength()).isEqualTo(Strength.HARD);
  }

  @Test
  void readsLookupsByConstantNames() throws Exception {
    Files.createDirectories(dir.resolve("q"));
    Files.writeString(dir.resolve("q/near.txt"), "");
    Files.writeString(dir.resolve("words_de.properties"), "");
    List<Demand> demands =
        demandsOf(
            "q.Looker",
            "package q; public class Looker {\n"
                + "  void go() throws Exception {\n"
                + "    Class.forName(\"far.Away\");\n"
                + "    Class.forName(\"far.Beyond\", true, getClass().getClassLoader());\n"
                + "    try { Class.forName(\"far.Caught\"); } catch (ClassNotFoundException e) { }\n"
                + "    getClass().getResourceAsStream(\"near.txt\");\n"
                + "    getClass().getResource(\"/top.txt\");\n"
                + "    getClass().getClassLoader().getResources(\"deep/inside.txt\");\n"
                + "    java.util.ResourceBundle.getBundle(\"words\");\n"
                + "    String name = \"not.A.Lookup\"; System.out.println(name);\n"
                + "    Class.forName(name.substring(1));\n"
                + "    Object text = \"p.Called\";\n"
                + "  }\n"
                + "}\n");
    assertThat(get(demands, "far.Away"))
        .returns(JavaHow.REFLECTION, Demand::how)
        .returns(Strength.HARD, Demand::strength);
    assertThat(get(demands, "far.Beyond").how()).isEqualTo(JavaHow.REFLECTION);
    assertThat(get(demands, "far.Caught").strength()).isEqualTo(Strength.SOFT);
    assertThat(get(demands, "q/near.txt").how()).isEqualTo(JavaHow.RESOURCE);
    assertThat(get(demands, "top.txt").how()).isEqualTo(JavaHow.RESOURCE);
    assertThat(get(demands, "deep/inside.txt").how()).isEqualTo(JavaHow.RESOURCE);
    assertThat(get(demands, "words").how()).isEqualTo(JavaHow.BUNDLE);
    assertThat(get(demands, "p.Called").how()).isEqualTo(JavaHow.CODE_TEXT);
    assertThat(find(demands, "not.A.Lookup")).isEmpty();
  }

  @Test
  void saysWhyAClassFileCannotBeRead() throws Exception {
    demandsOf("p.Called");
    Item item = component.item("p/Called.class").orElseThrow();
    byte[] bytes = item.content().bytes(1 << 20);
    ClassIndex index = new ClassIndex(List.of(component));
    byte[] newer = bytes.clone();
    newer[7] = (byte) 200;
    assertThatThrownBy(() -> ClassDemands.read(newer, item, index))
        .isInstanceOf(UnreadableItemException.class)
        .hasMessageContaining("made for Java 156, newer than this Girdle can read");
    byte[] cut = java.util.Arrays.copyOf(bytes, bytes.length / 2);
    assertThatThrownBy(() -> ClassDemands.read(cut, item, index))
        .isInstanceOf(UnreadableItemException.class)
        .hasMessageContaining("damaged");
    assertThatThrownBy(() -> ClassDemands.read("no class".getBytes(), item, index))
        .isInstanceOf(UnreadableItemException.class)
        .hasMessageContaining("not a class file");
  }

  @Test
  void aSwitchOfMoreCasesThanThereCanBeIsDamage() {
    ClassWriter writer = new ClassWriter(0);
    writer.visit(Opcodes.V17, Opcodes.ACC_PUBLIC, "Gate", null, "java/lang/Object", null);
    MethodVisitor method = writer.visitMethod(Opcodes.ACC_STATIC, "open", "(I)V", null, null);
    Label end = new Label();
    method.visitCode();
    method.visitVarInsn(Opcodes.ILOAD, 0);
    method.visitTableSwitchInsn(7, 7, end, end);
    method.visitLabel(end);
    method.visitInsn(Opcodes.RETURN);
    method.visitMaxs(1, 1);
    method.visitEnd();
    byte[] bytes = writer.toByteArray();
    ByteBuffer all = ByteBuffer.wrap(bytes);
    for (int at = 0; at < bytes.length - 8; at++) {
      if (all.getInt(at) == 7 && all.getInt(at + 4) == 7) {
        all.putInt(at + 4, Integer.MAX_VALUE - 20);
      }
    }
    assertThatThrownBy(() -> ClassHeader.reading(() -> whole(bytes)))
        .isInstanceOf(UnreadableItemException.class)
        .hasMessage("is a damaged class file");
  }

  private static ClassNode whole(byte[] bytes) {
    ClassNode node = new ClassNode();
    new ClassReader(bytes).accept(node, 0);
    return node;
  }
}
