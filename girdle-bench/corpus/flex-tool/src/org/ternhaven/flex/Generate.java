package org.ternhaven.flex;

import java.nio.file.Files;
import java.nio.file.Path;

public final class Generate {
  public static void main(String[] args) throws Exception {
    jflex.Main.generate(new String[] {"-q", "--nobak", args[0]});
    java_cup.Main.main(new String[] {"-nosummary", "-nowarn", args[1]});
    for (String made : new String[] {"Words.java", "sym.java", "parser.java"}) {
      long lines = Files.readString(Path.of(made)).lines().count();
      System.out.println(made + " " + lines);
      Files.delete(Path.of(made));
    }
  }
}
