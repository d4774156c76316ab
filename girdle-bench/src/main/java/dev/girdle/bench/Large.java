package dev.girdle.bench;

import dev.girdle.seal.Sealer;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/**
 * An application that is larger than any that was seen: 100,000 classes in 400 jars, about one
 * gigabyte, made from a generator of random numbers. Tells how long survey and closure take of it
 * and of a tenth of it, as multiples of what {@code unzip -tq} takes, with little memory.
 */
public final class Large {
  private static final int JARS = 400;
  private static final int CLASSES = 250;
  private static final int METHODS = 40;
  private static final int TEXT = 400;
  private static final String MEMORY = "-Xmx256m";
  private static final PrintStream OUT = System.out;

  private final Path folder;
  private final int jars;
  private final Random random = new Random(1);

  private Large(Path folder, int jars) {
    this.folder = folder;
    this.jars = jars;
  }

  /**
   * Makes it and measures.
   *
   * @param args the command that starts Girdle, and an empty folder to work in
   * @throws IOException if it cannot be made
   */
  public static void main(String[] args) throws IOException {
    OUT.println("| jars | size | `unzip -tq` | survey | closure, first | closure, again |");
    OUT.println("| ---: | ---: | ---: | ---: | ---: | ---: |");
    for (int jars : new int[] {JARS / 10, JARS}) {
      Path folder = Path.of(args[1]).resolve("of" + jars);
      new Large(folder, jars).make();
      Path cache = folder.resolveSibling("cache" + jars);
      double unzip =
          seconds(
              cache, "sh", "-c", "for f in \"$0\"/*.jar; do unzip -tq $f >/dev/null; done", folder);
      List<String> ratios = new ArrayList<>();
      for (String command : List.of("survey", "closure", "closure")) {
        double took =
            seconds(cache, args[0], command, folder, "--entry", "p0.C0", "--json", "--quiet");
        ratios.add(String.format("%.1f", took / unzip));
      }
      OUT.printf(
          "| %d | %d MB | %.1f s | %s |%n",
          jars, Sealer.sizeOf(folder) / 1_000_000, unzip, String.join(" | ", ratios));
    }
  }

  private static double seconds(Path cache, Object... command) throws IOException {
    List<String> words = new ArrayList<>();
    for (Object word : command) {
      words.add(word.toString());
    }
    ProcessBuilder builder =
        new ProcessBuilder(words).redirectOutput(ProcessBuilder.Redirect.DISCARD);
    builder.redirectError(ProcessBuilder.Redirect.INHERIT);
    builder.environment().put("GIRDLE_OPTS", MEMORY);
    builder.environment().put("XDG_CACHE_HOME", cache.toString());
    long start = System.nanoTime();
    try {
      int status = builder.start().waitFor();
      if (status != 0) {
        throw new IOException(words + " ended with " + status);
      }
    } catch (InterruptedException e) {
      throw new IOException(e);
    }
    return (System.nanoTime() - start) / 1e9;
  }

  private void make() throws IOException {
    Files.createDirectories(folder);
    for (int jar = 0; jar < jars; jar++) {
      Path file = folder.resolve("part" + jar + ".jar");
      try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file));
          ZipOutputStream zip = new ZipOutputStream(out)) {
        for (int number = 0; number < CLASSES; number++) {
          zip.putNextEntry(new ZipEntry("p" + jar + "/C" + number + ".class"));
          zip.write(classFile(jar, number));
          zip.closeEntry();
        }
      }
    }
  }

  /** Calls the next class, so that all are reached, and some others anywhere. */
  private byte[] classFile(int jar, int number) {
    ClassWriter writer = new ClassWriter(0);
    String name = name(jar * CLASSES + number);
    writer.visit(
        Opcodes.V17, Opcodes.ACC_PUBLIC | Opcodes.ACC_SUPER, name, null, "java/lang/Object", null);
    for (int i = 0; i < METHODS; i++) {
      boolean isMain = i == 0;
      String descriptor = isMain ? "([Ljava/lang/String;)V" : "()V";
      MethodVisitor method =
          writer.visitMethod(
              Opcodes.ACC_PUBLIC | Opcodes.ACC_STATIC,
              isMain ? "main" : "m" + i,
              descriptor,
              null,
              null);
      method.visitCode();
      int next = i == 1 ? jar * CLASSES + number + 1 : random.nextInt(jars * CLASSES);
      method.visitLdcInsn(text());
      method.visitInsn(Opcodes.POP);
      String called = isMain ? name : name(next % (jars * CLASSES));
      method.visitMethodInsn(Opcodes.INVOKESTATIC, called, "m1", "()V", false);
      method.visitInsn(Opcodes.RETURN);
      method.visitMaxs(1, 1);
      method.visitEnd();
    }
    writer.visitEnd();
    return writer.toByteArray();
  }

  private static String name(int number) {
    return "p" + number / CLASSES + "/C" + number % CLASSES;
  }

  private String text() {
    StringBuilder text = new StringBuilder("a text of ");
    while (text.length() < TEXT) {
      text.append(Long.toString(random.nextLong() & Long.MAX_VALUE, 36));
    }
    return text.toString();
  }
}
