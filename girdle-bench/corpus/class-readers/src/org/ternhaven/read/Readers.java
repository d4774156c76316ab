package org.ternhaven.read;

import japicmp.cmp.JApiCmpArchive;
import japicmp.cmp.JarArchiveComparator;
import japicmp.cmp.JarArchiveComparatorOptions;
import japicmp.model.JApiClass;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.jetbrains.java.decompiler.main.decompiler.ConsoleDecompiler;

public final class Readers {
  public static void main(String[] args) throws Exception {
    Path folder = Files.createTempDirectory("read");
    Path one = jar(folder.resolve("one.jar"), "One.class");
    Path two = jar(folder.resolve("two.jar"), "Two.class");
    Path out = Files.createDirectory(folder.resolve("out"));
    ConsoleDecompiler.main(new String[] {"-log=ERROR", one.toString(), out.toString()});
    try (var files = Files.walk(out)) {
      for (Path f : files.filter(Files::isRegularFile).sorted().toList()) {
        System.out.println(Files.readString(f));
      }
    }
    List<JApiClass> classes =
        new JarArchiveComparator(new JarArchiveComparatorOptions())
            .compare(new JApiCmpArchive(one.toFile(), "1"), new JApiCmpArchive(two.toFile(), "2"));
    for (JApiClass c : classes) {
      System.out.println(c.getFullyQualifiedName() + " " + c.getChangeStatus());
      c.getMethods().forEach(m -> System.out.println("  " + m.getName() + " " + m.getChangeStatus() + " " + m.getCompatibilityChanges().stream().map(x -> x.getType().name()).toList()));
    }
    try (var files = Files.walk(folder)) {
      files.sorted(Comparator.reverseOrder()).forEach(f -> f.toFile().delete());
    }
  }

  /** Both classes are called alike, as two releases of one are. */
  private static Path jar(Path place, String from) throws Exception {
    byte[] bytes;
    try (InputStream in = Readers.class.getResourceAsStream("/org/ternhaven/read/" + from)) {
      bytes = in.readAllBytes();
    }
    String name = from.replace(".class", "");
    String text = new String(bytes, java.nio.charset.StandardCharsets.ISO_8859_1);
    text = text.replace("org/ternhaven/read/" + name, "org/ternhaven/read/Own").replace(name + ".java", "Own.java");
    try (OutputStream out = Files.newOutputStream(place);
        ZipOutputStream zip = new ZipOutputStream(out)) {
      zip.putNextEntry(new ZipEntry("org/ternhaven/read/Own.class"));
      zip.write(text.getBytes(java.nio.charset.StandardCharsets.ISO_8859_1));
      zip.closeEntry();
    }
    return place;
  }
}
