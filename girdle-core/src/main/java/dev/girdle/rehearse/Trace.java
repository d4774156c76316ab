package dev.girdle.rehearse;

import dev.girdle.evidence.EvidenceKind;
import dev.girdle.evidence.Seen;
import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What {@code strace} tells of the files, programs and addresses that a program used. */
final class Trace {
  private static final String FILE = "trace.log";
  private static final Pattern OPEN =
      Pattern.compile(
          ".*?\\bopen(?:at)?\\((?:AT_FDCWD, )?\"([^\"]*)\", (\\S+?)[,)].* = (-?\\d+).*");
  private static final Pattern EXEC = Pattern.compile(".*?\\bexecve\\(\"([^\"]*)\".* = 0$");
  private static final Pattern CONNECT =
      Pattern.compile(
          ".*?\\bconnect\\(.*sin6?_port=htons\\((\\d+)\\).*(?:inet_addr\\(|AF_INET6, )\"([^\"]+)\".*");

  private Trace() {}

  static final String PROGRAM = "/usr/bin/strace";

  /**
   * The words before those of a program that is to be traced, with all that it starts.
   *
   * @param tracer the words that start {@code strace}
   * @param folder where it writes
   */
  static List<String> words(List<String> tracer, String folder) {
    List<String> words = new ArrayList<>(tracer);
    words.addAll(options(folder));
    return words;
  }

  private static List<String> options(String folder) {
    return List.of(
        "-f",
        "-qq",
        "--seccomp-bpf",
        "-e",
        "trace=open,openat,execve,connect",
        "-e",
        "signal=none",
        "-s",
        "4096",
        "-o",
        folder + "/" + FILE);
  }

  /**
   * Reads the trace, if there is one.
   *
   * @param seen the folder that it lies in
   * @param paths the places on the stranger's machine
   * @param found gets what was used
   * @param absent gets the paths that were looked for and are not there
   */
  static void read(Path seen, SandboxPaths paths, Set<Seen> found, Set<String> absent)
      throws IOException {
    Path file = seen.resolve(FILE);
    if (!Files.isRegularFile(file)) {
      return;
    }
    try (BufferedReader in = Files.newBufferedReader(file, StandardCharsets.ISO_8859_1)) {
      for (String line = in.readLine(); line != null; line = in.readLine()) {
        Matcher open = OPEN.matcher(line);
        Matcher exec = EXEC.matcher(line);
        Matcher connect = CONNECT.matcher(line);
        if (open.matches()) {
          opened(open.group(1), open.group(2), open.group(3).startsWith("-"), paths, found, absent);
        } else if (exec.matches()) {
          found.add(new Seen(EvidenceKind.PROCESS, paths.inArtifact(exec.group(1)), ""));
        } else if (connect.matches()) {
          String address = connect.group(2).replaceFirst("^::ffff:", "");
          found.add(new Seen(EvidenceKind.ADDRESS, address + ":" + connect.group(1), ""));
        }
      }
    }
  }

  private static void opened(
      String path,
      String flags,
      boolean failed,
      SandboxPaths paths,
      Set<Seen> found,
      Set<String> absent) {
    String whole = unescaped(path);
    if (!whole.startsWith("/")) {
      whole = paths.home() + "/work/" + whole;
    }
    whole = Path.of(whole).normalize().toString();
    boolean reads = !flags.contains("O_WRONLY") && !flags.contains("O_CREAT");
    if (failed) {
      if (reads && !flags.contains("O_DIRECTORY")) {
        absent.add(whole);
      }
    } else if (reads && !flags.contains("O_DIRECTORY") && counts(whole, paths)) {
      EvidenceKind kind =
          whole.matches(".*\\.so(\\.\\d+)*") ? EvidenceKind.LIBRARY : EvidenceKind.FILE;
      found.add(new Seen(kind, paths.inArtifact(whole), ""));
    }
  }

  private static boolean counts(String path, SandboxPaths paths) {
    boolean isData = path.startsWith("/usr/share/zoneinfo") || path.startsWith("/usr/lib/locale");
    return isData || paths.isNews(path);
  }

  /** Octal escapes of bytes, as strace writes them. */
  private static String unescaped(String text) {
    if (text.indexOf('\\') < 0) {
      return text;
    }
    byte[] bytes = new byte[text.length()];
    int length = 0;
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c == '\\' && i + 1 < text.length()) {
        int digits = 0;
        while (digits < 3
            && i + 1 + digits < text.length()
            && Character.digit(text.charAt(i + 1 + digits), 8) >= 0) {
          digits++;
        }
        if (digits > 0) {
          bytes[length++] = (byte) Integer.parseInt(text.substring(i + 1, i + 1 + digits), 8);
          i += digits;
          continue;
        }
        c = text.charAt(++i);
      }
      bytes[length++] = (byte) c;
    }
    return new String(bytes, 0, length, StandardCharsets.UTF_8);
  }
}
