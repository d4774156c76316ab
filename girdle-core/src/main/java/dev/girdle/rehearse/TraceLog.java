package dev.girdle.rehearse;

import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * What {@code strace} writes. Each process has a file of its own, so that no call is torn by those
 * of others, which would be lost.
 */
final class TraceLog {
  static final String PROGRAM = "/usr/bin/strace";

  private static final String FILE = "trace.log";
  private static final Pattern OPEN =
      Pattern.compile(
          ".*?\\bopen(?:at)?\\((?:(?:AT_FDCWD|\\d+)(?:<([^>]*)>)?, )?\"([^\"]*)\", (\\S+?)[,)].*"
              + " = (-?\\d+).*");
  private static final Pattern LOOK =
      Pattern.compile(
          ".*?\\b(?:l?stat|newfstatat|statx|access|faccessat2?|readlink|readlinkat)"
              + "\\((?:(?:AT_FDCWD|\\d+)(?:<([^>]*)>)?, )?\"([^\"]+)\".* = \\d+.*");
  private static final Pattern EXEC = Pattern.compile(".*?\\bexecve\\(\"([^\"]*)\".* = 0$");
  private static final Pattern CONNECT =
      Pattern.compile(
          ".*?\\bconnect\\(.*sin6?_port=htons\\((\\d+)\\).*(?:inet_addr\\(|AF_INET6, )\"([^\"]+)\".*");

  /** Not every processor has all of these. */
  private static final String LOOKS =
      ",?stat,?lstat,?newfstatat,?statx,?access,?faccessat,?faccessat2,?readlink,?readlinkat";

  private TraceLog() {}

  /** Is told what a program did, in the order of each of its processes. */
  interface Listener {
    /**
     * A file or folder was opened, or would have been.
     *
     * @param path absolute, unless it counts from a folder that is not known
     * @param flags as {@code open(2)} names them
     * @param failed whether it was not
     */
    void opened(String path, String flags, boolean failed);

    /**
     * Somebody looked at a file or folder that is there, and did not open it.
     *
     * @param path as {@link #opened} has it
     */
    default void looked(String path) {}

    /** A program was started, by its path. */
    void started(String path);

    /** An address was connected to, with its port. */
    void connected(String address);
  }

  /**
   * The words before those of a program that is to be traced, with all that it starts.
   *
   * @param tracer the words that start {@code strace}
   * @param folder where it writes
   * @param looks whether it is told, too, what is only looked at
   */
  static List<String> words(List<String> tracer, String folder, boolean looks) {
    List<String> words = new ArrayList<>(tracer);
    words.addAll(
        List.of(
            "-ff",
            "-qq",
            "-y",
            "--seccomp-bpf",
            "-e",
            "trace=?open,openat,execve,connect" + (looks ? LOOKS : ""),
            "-e",
            "signal=none",
            "-s",
            "4096",
            "-o",
            folder + "/" + FILE));
    return words;
  }

  /**
   * Reads what was written.
   *
   * @param folder where it was written; holds nothing if nothing was traced
   * @param listener is told
   * @throws IOException if it cannot be read
   */
  static void read(Path folder, Listener listener) throws IOException {
    List<Path> files;
    try (Stream<Path> all = Files.list(folder)) {
      files = all.filter(f -> f.getFileName().toString().startsWith(FILE)).sorted().toList();
    }
    for (Path file : files) {
      try (BufferedReader in = Files.newBufferedReader(file, StandardCharsets.ISO_8859_1)) {
        for (String line = in.readLine(); line != null; line = in.readLine()) {
          line(line, listener);
        }
      }
    }
  }

  private static void line(String line, Listener listener) {
    Matcher open = OPEN.matcher(line);
    Matcher exec = EXEC.matcher(line);
    Matcher connect = CONNECT.matcher(line);
    Matcher look = LOOK.matcher(line);
    if (open.matches()) {
      listener.opened(whole(open), open.group(3), open.group(4).startsWith("-"));
    } else if (look.matches()) {
      listener.looked(whole(look));
    } else if (exec.matches()) {
      listener.started(unescaped(exec.group(1)));
    } else if (connect.matches()) {
      listener.connected(connect.group(2).replaceFirst("^::ffff:", "") + ":" + connect.group(1));
    }
  }

  /** The path in the second group, counted from the folder in the first if there is one. */
  private static String whole(Matcher call) {
    String path = unescaped(call.group(2));
    String from = call.group(1);
    return path.startsWith("/") || from == null ? path : unescaped(from) + "/" + path;
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
