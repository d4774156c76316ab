package dev.girdle.cli;

import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** A small program that tells what it was started with, and a library that it needs. */
final class Echo {
  private static final String LIBRARY =
      "package org.ternhaven.lib; public class Bell {"
          + " public static String ring() { return \"ding\"; } }";
  private static final String MAIN =
      """
      package org.ternhaven.echo;
      import java.io.*; import java.nio.charset.*; import java.util.*;
      public class Echo {
        public static void main(String[] args) throws Exception {
          PrintStream out = new PrintStream(System.out, true, "UTF-8");
          out.println(org.ternhaven.lib.Bell.ring());
          for (String a : args) out.println("[" + a + "]");
          out.println("dir " + new File("").getAbsolutePath());
          out.println("option " + System.getProperty("test.option"));
          BufferedReader in = new BufferedReader(new InputStreamReader(System.in, "UTF-8"));
          for (String l; (l = in.readLine()) != null;) out.println("in " + l);
          if (args.length > 0 && args[0].equals("wait")) {
            Runtime.getRuntime().addShutdownHook(new Thread(() -> out.println("ended")));
            out.println("pid " + ProcessHandle.current().pid());
            Thread.sleep(60000);
          }
          if (args.length > 0 && args[0].equals("fail")) System.exit(42);
        }
      }
      """;

  private Echo() {}

  /** Builds it into a folder, as a jar and a library folder. */
  static Path build(Path dir, int release) throws IOException {
    Path lib = Compiled.to(dir.resolve("classes-lib"), release, List.of(), LIBRARY);
    Path main = Compiled.to(dir.resolve("classes-main"), release, List.of(lib), MAIN);
    Path app = dir.resolve("app");
    new Jar()
        .manifest("Main-Class: org.ternhaven.echo.Echo", "Implementation-Version: 2.0")
        .folder(main)
        .write(app.resolve("echo.jar"));
    new Jar().folder(lib).write(app.resolve("lib/bell.jar"));
    return app;
  }
}
