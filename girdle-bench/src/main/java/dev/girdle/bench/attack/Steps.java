package dev.girdle.bench.attack;

import dev.girdle.io.FolderTree;
import dev.girdle.io.Sha256;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/** Attacks on running processes: kills at every step, disks, crowds, odd machines. */
final class Steps {
  private static final String CHANGES =
      "rename,renameat,renameat2,unlink,unlinkat,rmdir,mkdir,mkdirat,link,linkat,ftruncate,"
          + "fchmod,fchmodat,chmod,utimensat";
  private static final String WRITES = "write,pwrite64";
  private static final int MOST_STEPS = 2000;
  private static final int CROWD = 16;
  private static final String DISKS = "disks that are full or cannot be written";
  private static final String MANY = "sixteen at once";
  private static final String ODD = "odd machines";
  private static final List<String> FORMS =
      List.of("folder", "zip", "tgz", "archive", "executable");

  private final Machine machine;
  private final List<Finding> findings = new ArrayList<>();
  private final Map<String, Integer> tried = new LinkedHashMap<>();

  Steps(Machine machine) {
    this.machine = machine;
  }

  List<Finding> findings() {
    return findings;
  }

  /** How often each attack was run. */
  Map<String, Integer> tried() {
    return tried;
  }

  private void find(String attack, String what, Machine.Outcome outcome) {
    findings.add(new Finding(attack, "", what, outcome.said()));
  }

  private void count(String attack) {
    tried.merge(attack, 1, Integer::sum);
  }

  private String[] seal(boolean replace, String... forms) {
    List<String> words =
        new ArrayList<>(
            List.of(
                "seal",
                machine.at("app").toString(),
                "--entry",
                "org.ternhaven.bell.Main",
                "--name",
                "bell",
                "--out",
                machine.at("out").toString()));
    for (String form : forms) {
      words.addAll(List.of("--form", form));
    }
    if (replace) {
      words.add("--replace");
    }
    return words.toArray(String[]::new);
  }

  private List<String> killedAt(String calls, int number, List<String> command) {
    List<String> words =
        new ArrayList<>(
            List.of(
                "strace",
                "-f",
                "-o",
                "/dev/null",
                "-e",
                "trace=" + calls,
                "-e",
                "inject=" + calls + ":signal=SIGKILL:when=" + number));
    words.addAll(command);
    return words;
  }

  /** Killed at each change of the file system, and at each writing, until there is none left. */
  void killSealing() throws IOException {
    machine.clear("out", "tmp");
    String[] forms = {"folder", "zip", "executable"};
    machine.girdle(seal(true, forms));
    Map<String, String> good = digests("out");
    for (String calls : List.of(CHANGES, WRITES)) {
      boolean isOver = false;
      for (int number = 1; number < MOST_STEPS && !isOver; number++) {
        String attack = "a sealing killed at " + calls.split(",")[0] + " and the like";
        Machine.Outcome killed =
            machine.run(Map.of(), killedAt(calls, number, machine.command(seal(true, forms))));
        isOver = killed.status() == 0;
        count(attack);
        attack += ": number " + number;
        Machine.Outcome next = machine.girdle(seal(false, forms));
        if (next.status() != 2 || !next.said().contains("exists already, made by Girdle")) {
          find(attack, "an artifact is lost", next);
        }
        if (!digests("out").equals(good)) {
          find(attack, "an artifact is not what it was", next);
          machine.girdle(seal(true, forms));
        }
        List<String> left = machine.leftBehind("out");
        if (!left.isEmpty()) {
          // the next that works in the temporary folder clears it
          machine.girdle(seal(true, forms));
          left = machine.leftBehind("out");
        }
        if (!left.isEmpty()) {
          find(attack, "left behind: " + left, next);
          machine.clear("tmp");
        }
      }
    }
  }

  void killFirstStarts() throws IOException {
    machine.clear("tmp");
    Path file = machine.at("bell.run");
    Unpacking.write(file);
    for (String calls : List.of(CHANGES, WRITES)) {
      boolean isOver = false;
      for (int number = 1; number < MOST_STEPS && !isOver; number++) {
        String attack = "a first start killed at " + calls.split(",")[0] + " and the like";
        machine.clear("cache/girdle-run");
        Files.setPosixFilePermissions(
            machine.at("cache/girdle-run"),
            java.nio.file.attribute.PosixFilePermissions.fromString("rwx------"));
        Machine.Outcome killed =
            machine.run(Map.of(), killedAt(calls, number, List.of("sh", file.toString())));
        isOver = killed.status() == 0;
        count(attack);
        attack += ": number " + number;
        Machine.Outcome next = machine.run(Map.of(), List.of(file.toString()));
        if (next.status() != 0 || !next.said().startsWith("dong")) {
          find(attack, "the next start fails", next);
        }
        if (machine.names("cache/girdle-run").size() != 1 || !machine.names("tmp").isEmpty()) {
          find(
              attack,
              "left behind: " + machine.names("cache/girdle-run") + machine.names("tmp"),
              next);
        }
      }
    }
  }

  void killTheShelf() throws IOException {
    String[] add = {"runtimes", "--add", machine.at("java.zip").toString()};
    for (String calls : List.of(CHANGES, WRITES)) {
      boolean isOver = false;
      for (int number = 1; number < MOST_STEPS && !isOver; number++) {
        String attack =
            "a Java put on the shelf killed at " + calls.split(",")[0] + " and the like";
        machine.clear("data", "tmp");
        Machine.Outcome killed =
            machine.run(Map.of(), killedAt(calls, number, machine.command(add)));
        isOver = killed.status() == 0;
        count(attack);
        attack += ": number " + number;
        Machine.Outcome next = machine.girdle(add);
        if (next.status() != 0 && !next.said().contains("is on the shelf already")) {
          find(attack, "it cannot be put there any more", next);
        }
        if (machine.names("data/girdle/runtimes").size() != 1) {
          find(attack, "left behind: " + machine.names("data/girdle/runtimes"), next);
        }
      }
    }
  }

  /** Disks that are too small, and such that cannot be written. */
  void disks() throws IOException {
    String[] forms = FORMS.toArray(String[]::new);
    for (String place : List.of("out", "tmp", "cache")) {
      for (String options :
          List.of("size=4k", "size=12k", "size=24k", "size=48k", "size=200k", "size=1m", "ro")) {
        machine.clear("out", "tmp", "cache");
        Machine.Outcome mounted =
            machine.run(
                Map.of(),
                List.of(
                    "mount", "-t", "tmpfs", "-o", options, "girdle", machine.at(place).toString()));
        if (mounted.status() != 0) {
          return; // only root may
        }
        try {
          String attack = DISKS + ": " + place + " with " + options;
          count(DISKS);
          Machine.Outcome outcome = machine.girdle(seal(false, forms));
          boolean isRight = outcome.status() == 0 || outcome.status() == 3;
          if (!isRight || !outcome.isSilentAboutItself()) {
            find(attack, "status " + outcome.status(), outcome);
          }
          List<String> left = machine.leftBehind("out");
          if (!left.isEmpty()) {
            find(attack, "left behind: " + left, outcome);
          }
        } finally {
          machine.run(Map.of(), List.of("umount", machine.at(place).toString()));
        }
      }
    }
    machine.clear("out", "tmp", "cache");
  }

  /** Sixteen at once, to one place. */
  void crowds() throws IOException {
    for (boolean replace : new boolean[] {false, true}) {
      for (String form : FORMS) {
        machine.clear("out", "tmp");
        String attack = MANY + ": sealing" + (replace ? ", replacing" : "") + ", " + form;
        count(MANY);
        List<Integer> statuses = crowd(machine.command(seal(replace, form)));
        long made = statuses.stream().filter(s -> s == 0).count();
        boolean isRight = replace ? made == CROWD : made == 1;
        if (!isRight || statuses.stream().anyMatch(s -> s != 0 && s != 2)) {
          find(attack, "statuses " + statuses, new Machine.Outcome(0, ""));
        }
        Path made1 = machine.at("out/" + machine.names("out").get(0));
        Machine.Outcome check = machine.girdle("check", made1.toString());
        if (check.status() != 0 || machine.names("out").size() != 1) {
          find(attack, "the artifact is not whole, or not alone", check);
        }
        if (!machine.leftBehind("out").isEmpty()) {
          find(attack, "left behind: " + machine.leftBehind("out"), check);
        }
      }
    }
    machine.clear("data", "tmp");
    count(MANY);
    List<Integer> statuses =
        crowd(machine.command("runtimes", "--add", machine.at("java.zip").toString()));
    if (statuses.stream().filter(s -> s == 0).count() != 1
        || machine.names("data/girdle/runtimes").size() != 1) {
      find(MANY + ": a Java put on the shelf", "statuses " + statuses, new Machine.Outcome(0, ""));
    }
  }

  private List<Integer> crowd(List<String> command) throws IOException {
    List<Process> all = new ArrayList<>();
    for (int i = 0; i < CROWD; i++) {
      all.add(
          machine
              .prepare(Map.of(), command)
              .redirectOutput(ProcessBuilder.Redirect.DISCARD)
              .start());
    }
    List<Integer> statuses = new ArrayList<>();
    try {
      for (Process one : all) {
        statuses.add(one.waitFor());
      }
    } catch (InterruptedException e) {
      throw new IOException(e);
    }
    return statuses;
  }

  /** The same bytes on machines that differ in all that should not matter. */
  void oddMachines() throws IOException {
    machine.clear("out", "tmp");
    String[] forms = FORMS.toArray(String[]::new);
    machine.girdle(seal(true, forms));
    Map<String, String> good = digests("out");
    Files.createDirectories(machine.at("a b/t\u00fcmp"));
    Map<String, Map<String, String>> odd = new LinkedHashMap<>();
    odd.put("no locale", Map.of("LC_ALL", "(none)"));
    odd.put("the POSIX locale", Map.of("LC_ALL", "POSIX"));
    odd.put("a locale that is not there", Map.of("LC_ALL", "xx_YY.UTF-8"));
    odd.put("Turkish", Map.of("JAVA_TOOL_OPTIONS", "-Duser.language=tr -Duser.country=TR"));
    odd.put("a time zone", Map.of("TZ", "Asia/Kathmandu"));
    odd.put("no home", Map.of("HOME", "(none)", "XDG_CACHE_HOME", "(none)"));
    odd.put("a home that is a file", Map.of("HOME", "/dev/null", "XDG_CACHE_HOME", "/dev/null/x"));
    odd.put("a path that is empty", Map.of("PATH", ""));
    odd.put("what steers others", Map.of("TAR_OPTIONS", "--exclude=*", "GZIP", "-1", "IFS", "/"));
    odd.put(
        "a temporary folder with a blank",
        Map.of("TMPDIR", machine.at("a b/t\u00fcmp").toString()));
    odd.put("a terminal that is none", Map.of("TERM", "dumb", "COLUMNS", "0"));
    for (Map.Entry<String, Map<String, String>> one : odd.entrySet()) {
      oddMachine(one.getKey(), one.getValue(), machine.command(seal(true, forms)), good);
    }
    for (String mask : List.of("000", "077", "027")) {
      List<String> command =
          new ArrayList<>(List.of("sh", "-c", "umask " + mask + "; exec \"$@\"", "sh"));
      command.addAll(machine.command(seal(true, forms)));
      oddMachine("the mask " + mask, Map.of(), command, good);
    }
  }

  private void oddMachine(
      String name, Map<String, String> environment, List<String> command, Map<String, String> good)
      throws IOException {
    count(ODD);
    Machine.Outcome outcome = machine.run(environment, command);
    if (outcome.status() != 0) {
      find(ODD + ": " + name, "status " + outcome.status(), outcome);
    } else if (!digests("out").equals(good)) {
      find(ODD + ": " + name, "other bytes or permissions", outcome);
    }
    List<String> left = machine.leftBehind("out");
    if (!left.isEmpty()) {
      find(ODD + ": " + name, "left behind: " + left, outcome);
    }
  }

  /** What all files of a folder are, and who may do what with them. */
  private Map<String, String> digests(String folder) throws IOException {
    Map<String, String> digests = new TreeMap<>();
    Path base = machine.at(folder);
    try (Stream<Path> all = Files.walk(base)) {
      for (Path path : all.toList()) {
        String name = base.relativize(path).toString();
        if (path.equals(base) || name.startsWith(".")) {
          continue;
        }
        String digest =
            Files.isRegularFile(path) ? Sha256.of(FolderTree.content(path)) : "a folder";
        digests.put(name, digest + " " + Files.getPosixFilePermissions(path));
      }
    }
    return digests;
  }
}
