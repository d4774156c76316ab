package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What programs ask of their class path has to work in archives as well. */
class ArchiveIT {
  private static final String MAIN =
      """
      package org.ternhaven.ask;
      import java.io.*; import java.net.*; import java.util.*;
      public class Ask {
        static String read(URL u) throws IOException {
          try (InputStream in = u.openStream()) { return new String(in.readAllBytes(), "UTF-8").trim(); }
        }
        public static void main(String[] args) throws Exception {
          ClassLoader loader = Ask.class.getClassLoader();
          System.out.println("context " + (Thread.currentThread().getContextClassLoader() == loader));
          System.out.println("system " + (ClassLoader.getSystemClassLoader() == loader));
          System.out.println("pool " + (java.util.concurrent.ForkJoinPool.commonPool().submit(
              () -> Thread.currentThread().getContextClassLoader()).get() == loader));
          System.out.println("parent " + new URLClassLoader(new URL[0]).loadClass("org.ternhaven.part.Part").getName());
          for (URL u : Collections.list(loader.getResources("same.txt"))) System.out.println("same " + read(u));
          URL near = Ask.class.getResource("near text.txt");
          System.out.println("near " + read(near));
          System.out.println("relative " + read(new URL(near, "beside.txt")));
          System.out.println("again " + read(new URL(near.toString())));
          System.out.println("uri " + read(near.toURI().toURL()));
          System.out.println("length " + near.openConnection().getContentLength());
          System.out.println("stream " + (loader.getResourceAsStream("nowhere.txt") == null));
          System.out.println("folder " + (loader.getResource("org/ternhaven/part/") != null)
              + " " + (loader.getResource("org/ternhaven/part") != null));
          Package p = org.ternhaven.part.Part.class.getPackage();
          System.out.println("package " + p.getImplementationTitle() + " " + p.getImplementationVersion());
          System.out.println("multi " + new org.ternhaven.part.Part().release());
          for (Runnable r : ServiceLoader.load(Runnable.class)) r.run();
          System.out.println("where " + new File(Ask.class.getProtectionDomain().getCodeSource().getLocation().toURI()).isFile());
          System.out.println("apart " + !Ask.class.getProtectionDomain().getCodeSource().equals(
              org.ternhaven.part.Part.class.getProtectionDomain().getCodeSource())
              + " " + Ask.class.getProtectionDomain().equals(Ask[].class.getComponentType().getProtectionDomain()));
          System.out.println("sql " + Class.forName("java.sql.Date").getName());
          System.out.println("compiler " + com.sun.source.tree.Tree.Kind.IF);
          try { Class.forName("no.Such"); } catch (ClassNotFoundException e) { System.out.println("missing " + e.getMessage()); }
          List<Thread> threads = new ArrayList<>();
          for (int i = 0; i < 8; i++) {
            Thread t = new Thread(() -> { new org.ternhaven.part.Many(); });
            threads.add(t); t.start(); t.interrupt();
          }
          for (Thread t : threads) t.join();
          System.out.println("many " + new org.ternhaven.part.Many());
          if (args.length > 0) throw new IllegalStateException(args[0]);
        }
      }
      """;

  private static final String EXPECTED =
      """
      context true
      system true
      pool true
      parent org.ternhaven.part.Part
      same from ask
      same from part
      same from two
      near near
      relative beside
      again near
      uri near
      length 5
      stream true
      folder true true
      package Part of Ternhaven 3.1
      multi 11
      service one
      service two
      where true
      apart true true
      sql java.sql.Date
      compiler IF
      missing no.Such
      many many
      """;

  @TempDir static Path dir;
  private static Path app;

  @BeforeAll
  static void build() throws IOException {
    app = dir.resolve("app");
    Path part =
        Compiled.to(
            dir.resolve("part"),
            8,
            List.of(),
            "package org.ternhaven.part; public class Part { public int release() { return 8; } }",
            "package org.ternhaven.part; public class Many { public String toString() { return \"many\"; } }",
            "package org.ternhaven.part; public class One implements Runnable {"
                + " public void run() { System.out.println(\"service one\"); } }");
    Path part11 =
        Compiled.to(
            dir.resolve("part11"),
            11,
            List.of(),
            "package org.ternhaven.part; public class Part { public int release() { return 11; } }");
    Path two =
        Compiled.to(
            dir.resolve("two"),
            "package org.ternhaven.two; public class Two implements Runnable {"
                + " public void run() { System.out.println(\"service two\"); } }");
    Path main = Compiled.to(dir.resolve("main"), 17, List.of(part), MAIN);
    new Jar()
        .manifest("Main-Class: org.ternhaven.ask.Ask")
        .folder(main)
        .with("same.txt", "from ask")
        .with("org/ternhaven/ask/near text.txt", "near\n")
        .with("org/ternhaven/ask/beside.txt", "beside")
        .write(app.resolve("ask.jar"));
    new Jar()
        .manifest(
            "Implementation-Title: Part of Ternhaven",
            "Implementation-Version: 3.1",
            "Multi-Release: true")
        .with("org/ternhaven/part/", "")
        .folder(part)
        .folder(part11, "META-INF/versions/11/")
        .with("META-INF/services/java.lang.Runnable", "org.ternhaven.part.One\n")
        .with("same.txt", "from part")
        .write(app.resolve("lib/a-part.jar"));
    new Jar()
        .folder(two)
        .with("META-INF/services/java.lang.Runnable", "org.ternhaven.two.Two")
        .with("same.txt", "from two")
        .write(app.resolve("lib/b-two.jar"));
  }

  private static Path seal(String kind) {
    Path out = dir.resolve("out " + kind);
    Path jar = out.resolve("ask.jar");
    if (!Files.exists(jar)) {
      Run.girdle("seal", app, "--archive", kind, "--out", out).well();
    }
    return jar;
  }

  @ParameterizedTest
  @ValueSource(strings = {"nested", "merged"})
  void anArchiveIsLikeTheClassPath(String kind) {
    Result result = Run.of(Run.JAVA, "-jar", seal(kind)).in(dir.getRoot()).well();
    String apart = kind.equals("nested") ? "apart true" : "apart false"; // one jar is one source
    assertThat(result.out()).isEqualTo(EXPECTED.replace("apart true", apart));
    assertThat(result.err()).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(strings = {"nested", "merged"})
  void whatTheProgramThrowsIsThrown(String kind) {
    Result result = Run.of(Run.JAVA, "-jar", seal(kind), "on purpose").go();
    assertThat(result.status()).isEqualTo(1);
    assertThat(result.err())
        .startsWith("Exception in thread \"main\" java.lang.IllegalStateException: on purpose");
  }

  @Test
  void aNestedArchiveThatAnotherProgramPackedAgainRunsAsBefore() throws Exception {
    Path archive = seal("nested");
    Path unpacked = Files.createDirectory(dir.resolve("unpacked"));
    Run.of("/usr/bin/unzip", "-q", archive, "-d", unpacked).well();
    Path again = new Jar().folder(unpacked).write(dir.resolve("again.jar"));
    Result result = Run.of(Run.JAVA, "-jar", again).well();
    assertThat(result.out()).contains("same from ask\nsame from part", "multi 11", "service two");
    Path index = unpacked.resolve("META-INF/girdle/index");
    byte[] half = Files.readAllBytes(index);
    Files.write(index, java.util.Arrays.copyOf(half, half.length / 2));
    Path damaged = new Jar().folder(unpacked).write(dir.resolve("damaged.jar"));
    Result told = Run.of(Run.JAVA, "-jar", damaged).go();
    assertThat(told.status()).isEqualTo(127);
    assertThat(told.err())
        .startsWith("cannot start: the archive is damaged, get it again (META-INF/girdle/index: ")
        .hasLineCount(1);
    Files.delete(index);
    Path broken = new Jar().folder(unpacked).write(dir.resolve("broken.jar"));
    Result refused = Run.of(Run.JAVA, "-jar", broken).go();
    assertThat(refused.status()).isEqualTo(127);
    assertThat(refused.err()).contains("broken.jar is not whole").hasLineCount(1);
  }

  /** What a signature says of a jar is not true of any other, whoever owns it. */
  @ParameterizedTest
  @ValueSource(strings = {"nested", "merged"})
  void aSignedProgramRuns(String kind) throws IOException {
    Path signed = Files.createDirectories(dir.resolve("signed " + kind));
    Path bin = Run.JAVA.getParent();
    Assumptions.assumeTrue(Files.exists(bin.resolve("jarsigner")), "skipped: no jarsigner");
    Path classes =
        Compiled.to(
            signed.resolve("classes"),
            "package s; public class Seal { public static void main(String[] a) {"
                + " System.out.println(\"signed\"); } }");
    Path jar =
        new Jar()
            .manifest("Main-Class: s.Seal")
            .folder(classes)
            .with("META-INF/INDEX.LIST", "JarIndex-Version: 1.0\n\nother.jar\nx\n")
            .write(signed.resolve("app/seal.jar"));
    Path keys = signed.resolve("keys");
    Object[] secret = {"-keystore", keys, "-storepass", "harbour"};
    Object[] make = {
      bin.resolve("keytool"), "-genkeypair", "-alias", "seal", "-keyalg", "EC", "-dname", "CN=Seal"
    };
    Run.of(Stream.concat(Stream.of(make), Stream.of(secret)).toArray()).well();
    Run.of(bin.resolve("jarsigner"), "-keystore", keys, "-storepass", "harbour", jar, "seal")
        .well();
    Path out = signed.resolve("out");
    Run.girdle("seal", jar.getParent(), "--archive", kind, "--name", "seal", "--out", out).well();
    assertThat(Run.of(Run.JAVA, "-jar", out.resolve("seal.jar")).well().out())
        .isEqualTo("signed\n");
  }

  @Test
  void aProgramThatReadsItsClassPathGetsAnArchiveOfOneTree() throws IOException {
    Path classes =
        dev.girdle.testing.Compiled.to(
            dir.resolve("reader"),
            "package m; public class Reader { public static void main(String[] a) throws Exception {"
                + " String path = System.getProperty(\"java.class.path\");"
                + " System.out.println(new java.util.zip.ZipFile(path).getEntry(\"l/L.class\")); } }");
    Path library =
        dev.girdle.testing.Compiled.to(dir.resolve("l"), "package l; public class L { }");
    Path lib = new Jar().folder(library).write(dir.resolve("read/lib/l.jar"));
    new Jar().manifest("Main-Class: m.Reader").folder(classes).write(dir.resolve("read/r.jar"));
    Path app = lib.getParent().getParent();
    Path out = dir.resolve("one");
    Result made = Run.girdle("seal", app, "--prune", "none", "--name", "r", "--out", out).well();
    assertThat(made.out()).contains("m.Reader may read the class path as files", "one tree");
    assertThat(Run.of(Run.JAVA, "-jar", out.resolve("r.jar")).well().out())
        .isEqualTo("l/L.class\n");
    Result nested =
        Run.girdle(
                "seal",
                app,
                "--prune",
                "none",
                "--name",
                "r",
                "--archive",
                "nested",
                "--out",
                out,
                "--replace")
            .well();
    assertThat(nested.out()).contains("which are one file in an archive");
  }

  @Test
  void aJavaThatIsTooOldIsToldFromOneThatIsNot() throws IOException {
    Echo.build(dir.resolve("newer"), 17);
    Path classes = dir.resolve("newer/classes-main");
    Path main = classes.resolve("org/ternhaven/echo/Echo.class");
    byte[] bytes = Files.readAllBytes(main);
    bytes[7] = 70; // the class file version of Java 26
    Files.write(main, bytes);
    Path out = dir.resolve("newer/out");
    Path lib = dir.resolve("newer/app/lib");
    Run.girdle("seal", classes, "--with", lib, "--out", out, "--as", "echo.jar").well();
    Result result = Run.of(Run.JAVA, "-jar", out.resolve("echo.jar")).go();
    assertThat(result.status()).isEqualTo(127);
    assertThat(result.err()).startsWith("cannot start: needs Java 26 or newer, and this is Java");
  }

  @ParameterizedTest
  @ValueSource(strings = {"nested", "merged"})
  void theSameInputGivesTheSameBytes(String kind) throws IOException {
    Path other = dir.resolve("elsewhere/" + kind);
    copyInAnotherOrder(app, other.resolve("app"));
    Run.girdle("seal", other.resolve("app"), "--archive", kind, "--out", other.resolve("out"))
        .with("TZ", "Asia/Kathmandu")
        .with("LC_ALL", "tr_TR.UTF-8")
        .well();
    assertThat(other.resolve("out/ask.jar")).hasSameBinaryContentAs(seal(kind));
  }

  private static void copyInAnotherOrder(Path from, Path to) throws IOException {
    Files.createDirectories(to.resolve("lib"));
    for (String name : List.of("lib/b-two.jar", "lib/a-part.jar", "ask.jar")) {
      Files.copy(from.resolve(name), to.resolve(name));
    }
  }

  /** Needs a JDK 25 beside the one that runs the tests; without one it says that it was skipped. */
  @Test
  void instanceMainsOfJava25AreStarted() throws IOException {
    Path java25 = Path.of("/usr/lib/jvm/temurin-25-jdk-amd64/bin");
    Assumptions.assumeTrue(Files.exists(java25), "skipped: there is no JDK 25");
    Path source = Files.createDirectories(dir.resolve("instance")).resolve("Tide.java");
    Files.writeString(
        source,
        "class Tide extends Base { Tide() {} }\n"
            + "class Base { void main(String[] a) { IO.println(a.length + getClass().getName()); } }");
    Path classes = dir.resolve("instance/classes");
    Run.of(java25.resolve("javac"), "-d", classes, source).well();
    Path out = dir.resolve("instance/out");
    Object[] seal = {"seal", classes, "--entry", "Tide", "--out", out, "--name", "tide"};
    Run.girdle(seal).well();
    Run.girdle(Stream.concat(Stream.of(seal), Stream.of("--form", "folder")).toArray()).well();
    Run nested = Run.of(java25.resolve("java"), "-jar", out.resolve("tide.jar"), "x");
    assertThat(nested.well().out()).isEqualTo("1Tide\n");
    Run folder = Run.of(out.resolve("tide/bin/tide"), "x", "y");
    assertThat(folder.with("JAVA_HOME", java25.getParent().toString()).well().out())
        .isEqualTo("2Tide\n");
  }
}
