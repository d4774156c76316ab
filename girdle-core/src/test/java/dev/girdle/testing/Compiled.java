package dev.girdle.testing;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.tools.ToolProvider;

/** Compiles small sources, so that tests work on real class files. */
public final class Compiled {
  private static final Pattern PACKAGE = Pattern.compile("package ([\\w.]+);");
  private static final Pattern TYPE =
      Pattern.compile("(?:class|interface|record|enum|@interface) (\\w+)");

  private Compiled() {}

  /** Compiles sources into a folder, for this release, against these libraries. */
  public static Path to(Path folder, int release, List<Path> libraries, String... sources)
      throws IOException {
    Path sourceFolder = Files.createTempDirectory("girdle-test-src");
    List<String> arguments = new ArrayList<>(List.of("-d", folder.toString(), "-proc:none"));
    arguments.addAll(List.of("--release", Integer.toString(release), "-g", "-nowarn"));
    String classPath = String.join(":", libraries.stream().map(Path::toString).toList());
    arguments.addAll(List.of("-cp", classPath.isEmpty() ? folder.toString() : classPath));
    for (String source : sources) {
      Matcher inPackage = PACKAGE.matcher(source);
      Matcher type = TYPE.matcher(source);
      boolean isModule = source.startsWith("module ");
      String name = isModule ? "module-info" : type.find() ? type.group(1) : "Unknown";
      Path place = sourceFolder;
      if (inPackage.find()) {
        place = place.resolve(inPackage.group(1).replace('.', '/'));
      }
      Files.createDirectories(place);
      arguments.add(Files.writeString(place.resolve(name + ".java"), source).toString());
    }
    Files.createDirectories(folder);
    ByteArrayOutputStream problems = new ByteArrayOutputStream();
    int status =
        ToolProvider.getSystemJavaCompiler()
            .run(null, problems, problems, arguments.toArray(String[]::new));
    if (status != 0) {
      throw new IllegalArgumentException("test sources do not compile: " + problems);
    }
    return folder;
  }

  /** Compiles sources into a folder for Java 17. */
  public static Path to(Path folder, String... sources) throws IOException {
    return to(folder, 17, List.of(), sources);
  }

  /** Compiles the descriptor of a module into the folder that holds its classes already. */
  public static void modules(Path folder, Path modulePath, String descriptor) throws IOException {
    Path source = Files.createTempDirectory("girdle-test-module").resolve("module-info.java");
    Files.writeString(source, descriptor);
    ByteArrayOutputStream problems = new ByteArrayOutputStream();
    String name = descriptor.replaceFirst("(?s).*?module (\\S+).*", "$1");
    int status =
        ToolProvider.getSystemJavaCompiler()
            .run(
                null,
                problems,
                problems,
                "-d",
                folder.toString(),
                "--release",
                "17",
                "-p",
                modulePath.toString(),
                "--patch-module",
                name + "=" + folder,
                source.toString());
    if (status != 0) {
      throw new IllegalArgumentException("the descriptor does not compile: " + problems);
    }
  }

  /** Removes a class file that was compiled, so that it is missing. */
  public static void remove(Path folder, String className) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      String path = className.replace('.', '/');
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        String inside = folder.relativize(file).toString();
        if (inside.equals(path + ".class") || inside.startsWith(path + "$")) {
          Files.delete(file);
        }
      }
    }
  }
}
