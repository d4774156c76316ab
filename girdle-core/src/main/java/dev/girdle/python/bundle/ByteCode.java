package dev.girdle.python.bundle;

import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.Template;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.place.Scratch;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;

/**
 * Compiles sources to byte code that is not checked against them (PEP 552): it stays valid wherever
 * the artifact is put, and nothing is written on the receiver's machine. The same sources give the
 * same bytes: files are compiled in a fixed order, and the compiler's order of hashing is fixed.
 */
public final class ByteCode {
  /** Files for each process: so many that starting it makes no difference. */
  private static final int SHARES = 2;

  private static final long LONGEST_MINUTES = 20;

  private ByteCode() {}

  /**
   * Compiles.
   *
   * @param home the Python whose byte code it is to be, which has to run on this machine
   * @param files sources among the artifact's files
   * @return byte code by the path of its source; what cannot be compiled is left out, as it would
   *     fail wherever it is loaded
   */
  public static Map<String, Content> of(PythonHome home, List<LayoutFile> files) {
    List<LayoutFile> sources =
        files.stream().sorted(Comparator.comparing(LayoutFile::path)).toList();
    if (sources.isEmpty()) {
      return Map.of();
    }
    Path folder = Scratch.newFolder();
    try {
      Path helper =
          Files.writeString(
              folder.resolve("compile.py"), Template.fill(ByteCode.class, "compile.py", Map.of()));
      List<Process> processes = new ArrayList<>();
      for (int share = 0; share < SHARES; share++) {
        processes.add(start(home, helper, folder));
      }
      List<BufferedWriter> orders = new ArrayList<>();
      for (Process process : processes) {
        orders.add(
            new BufferedWriter(
                new OutputStreamWriter(process.getOutputStream(), StandardCharsets.UTF_8)));
      }
      for (int i = 0; i < sources.size(); i++) {
        String from = onDisk(sources.get(i).content(), folder, i).toString();
        String to = folder.resolve(i + ".pyc").toString();
        orders.get(i % SHARES).write(from + "\t" + to + "\t" + sources.get(i).path() + "\n");
      }
      for (int i = 0; i < SHARES; i++) {
        orders.get(i).close();
      }
      for (Process process : processes) {
        finish(process, home);
      }
      return made(sources, folder);
    } catch (IOException e) {
      throw GirdleException.because(e, "sources cannot be compiled");
    }
  }

  private static Process start(PythonHome home, Path helper, Path folder) throws IOException {
    ProcessBuilder builder =
        new ProcessBuilder(
            home.program().toString(), "-S", "-s", "-B", "-X", "utf8", helper.toString());
    builder.environment().keySet().removeIf(n -> n.startsWith("PYTHON"));
    builder.environment().put("PYTHONHASHSEED", "0");
    return builder
        .directory(folder.toFile())
        .redirectOutput(ProcessBuilder.Redirect.DISCARD)
        .redirectError(folder.resolve("said-" + System.nanoTime()).toFile())
        .start();
  }

  private static void finish(Process process, PythonHome home) {
    try {
      boolean isDone = process.waitFor(LONGEST_MINUTES, TimeUnit.MINUTES);
      if (!isDone || process.exitValue() != 0) {
        process.destroyForcibly();
        throw GirdleException.machine(
            home.title() + " in " + home.folder() + " cannot compile sources",
            "  Try it: " + home.program() + " -c \"import marshal\"");
      }
    } catch (InterruptedException e) {
      process.destroyForcibly();
      Thread.currentThread().interrupt();
      throw GirdleException.machine("interrupted while sources were compiled");
    }
  }

  private static Path onDisk(Content content, Path folder, int number) throws IOException {
    java.util.Optional<Path> file = FolderTree.fileOf(content);
    if (file.isPresent() && file.get().toString().indexOf('\n') < 0) {
      return file.get().toAbsolutePath();
    }
    Path copy = folder.resolve(number + ".py");
    try (InputStream in = content.open()) {
      Files.copy(in, copy, StandardCopyOption.REPLACE_EXISTING);
    }
    return copy;
  }

  private static Map<String, Content> made(List<LayoutFile> sources, Path folder) {
    Map<String, Content> made = new TreeMap<>();
    for (int i = 0; i < sources.size(); i++) {
      Path code = folder.resolve(i + ".pyc");
      if (Files.isRegularFile(code)) {
        made.put(sources.get(i).path(), FolderTree.content(code));
      }
    }
    return made;
  }

  /**
   * Byte code that lies where Python looks for it beside its source (PEP 3147).
   *
   * @param source the source
   * @param code what was made of it
   * @param home the Python that it was made by
   * @return a file more
   */
  public static LayoutFile beside(LayoutFile source, Content code, PythonHome home) {
    String name = Paths.fileName(source.path());
    String place =
        Paths.folder(source.path())
            + "__pycache__/"
            + name.substring(0, name.length() - ".py".length())
            + ".cpython-"
            + home.line().replace(".", "")
            + ".pyc";
    return new LayoutFile(
        place, code, false, Packing.AS_IT_IS, source.component(), "byte code of " + name);
  }

  /**
   * Byte code that lies where Python finds it if there is no source.
   *
   * @param source the path of the source
   * @return for a module, the path that it is found by; for a script, the one that its starter
   *     knows, by which no module is found, since scripts are often called like their package
   */
  public static String alone(String source) {
    return source.endsWith(".py") ? source + "c" : source + ".script.pyc";
  }
}
