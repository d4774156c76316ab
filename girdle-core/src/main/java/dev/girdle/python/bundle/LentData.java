package dev.girdle.python.bundle;

import dev.girdle.binary.CodeTexts;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.Template;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.system.RootFolder;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Data that Python and its libraries read from the system, for receivers whose system has none:
 * time zones (Library Reference, "zoneinfo", the package {@code tzdata}), certificates of
 * authorities, descriptions of terminals ({@code terminfo(5)}). It is taken from the packages of
 * this machine, not from what somebody set up on it, and the receiver's own goes before it.
 */
final class LentData {
  private static final RootFolder ROOT = new RootFolder(Path.of("/"));
  private static final String ZONES = "/usr/share/zoneinfo/";
  private static final List<String> OF_ZONES = List.of(ZONES + "Etc/UTC", ZONES + "UTC");
  private static final Pattern NO_ZONE =
      Pattern.compile(
          "(?:posix|right)/.*|localtime|posixrules|.*\\.(?:tab|list|zi)|.*leap.*|\\+.*");
  private static final List<String> OF_CERTIFICATES =
      List.of(
          "/usr/share/ca-certificates/mozilla/ISRG_Root_X1.crt",
          "/usr/share/doc/ca-certificates/copyright",
          "/etc/ssl/certs/ca-certificates.crt");
  private static final Pattern CERTIFICATE =
      Pattern.compile("/usr/share/ca-certificates/.*\\.crt|/etc/ssl/certs/ca-certificates\\.crt");
  private static final List<String> TERMINALS =
      List.of("/lib/terminfo/", "/usr/share/terminfo/", "/etc/terminfo/");
  private static final Pattern OPENSSL = Pattern.compile("OPENSSLDIR: \"([^\"]+)\"");
  private static final int SHORTEST = 12;

  private final PythonHome home;
  private final String programFolder;
  private final PackageTerms terms;
  private final List<LayoutFile> files = new ArrayList<>();
  private final List<String> absent = new ArrayList<>();

  private LentData(PythonHome home, String programFolder, PackageTerms terms) {
    this.home = home;
    this.programFolder = programFolder;
    this.terms = terms;
  }

  /**
   * Looks for what a program may read.
   *
   * @param all the artifact's files, libraries included
   * @param home the Python that goes along
   * @param programFolder the folder of the artifact that starters go to, with a slash at the end;
   *     empty for the top
   * @param asked the modules of Python that the program asks for
   * @param terms gets the packages that data is of
   * @throws IOException if something cannot be read
   */
  static LentData of(
      List<LayoutFile> all,
      PythonHome home,
      String programFolder,
      Set<String> asked,
      PackageTerms terms)
      throws IOException {
    LentData lent = new LentData(home, programFolder, terms);
    Set<String> names = new TreeSet<>();
    boolean hasZones = false;
    for (LayoutFile file : all) {
      names.add(Paths.fileName(file.path()).replaceFirst("\\..*", ""));
      hasZones |= file.path().endsWith("/tzdata/zones");
    }
    boolean asksForZones = asked.stream().anyMatch(m -> m.matches("zoneinfo(\\..*)?"));
    if (asksForZones && !hasZones) {
      lent.zones();
    }
    boolean hasCertificates = names.contains("_ssl") && lent.certificates();
    boolean hasTerminals =
        (names.contains("_curses") || names.contains("readline")) && lent.terminals();
    if (hasCertificates || hasTerminals) {
      lent.starter(hasCertificates ? openSsl(all) : "", hasTerminals);
    }
    return lent;
  }

  /** What goes along. */
  List<LayoutFile> files() {
    return files;
  }

  /** What no package of this machine has, one sentence each. */
  List<String> absent() {
    return absent;
  }

  /** As the package that Python looks in where the system has none. */
  private void zones() {
    Optional<PackageTerms.Brought> brought = brought(OF_ZONES, ZONES);
    String top = programFolder + PythonBundle.FOLDER + "lib/" + home.library().getFileName();
    Set<String> names = new TreeSet<>();
    Set<String> folders = new TreeSet<>(Set.of(""));
    for (String path : brought.map(PackageTerms.Brought::paths).orElse(List.of())) {
      String name = path.substring(ZONES.length());
      if (!NO_ZONE.matcher(name).matches()) {
        names.add(name);
        folders.add(Paths.folder(name));
        add(top + "/tzdata/zoneinfo/" + name, content(path), brought.get(), "a time zone");
      }
    }
    if (names.isEmpty()) {
      absent.add("no package of this machine has time zones: the receiver's system has to");
      return;
    }
    String reason = "time zones, where the receiver's system has none";
    add(top + "/tzdata/__init__.py", text(""), brought.get(), reason);
    folders.forEach(
        f -> add(top + "/tzdata/zoneinfo/" + f + "__init__.py", text(""), brought.get(), reason));
    String list = String.join("\n", names) + "\n";
    add(top + "/tzdata/zones", text(list), brought.get(), reason);
  }

  private boolean certificates() throws IOException {
    Optional<PackageTerms.Brought> brought = brought(OF_CERTIFICATES, "/");
    ByteArrayOutputStream all = new ByteArrayOutputStream();
    for (String path : brought.map(PackageTerms.Brought::paths).orElse(List.of())) {
      if (CERTIFICATE.matcher(path).matches()) {
        all.write(content(path).bytes(1 << 22));
        all.write('\n');
      }
    }
    if (all.size() == 0) {
      absent.add("no package of this machine has certificates: the receiver's system has to");
      return false;
    }
    add(
        share("certificates.pem"),
        Content.of(all.toByteArray()),
        brought.get(),
        "certificates of authorities, where the receiver's system has none");
    return true;
  }

  private boolean terminals() {
    for (String folder : TERMINALS) {
      Optional<PackageTerms.Brought> brought = brought(List.of(folder + "x/xterm"), folder);
      for (String path : brought.map(PackageTerms.Brought::paths).orElse(List.of())) {
        add(
            share("terminfo/") + path.substring(folder.length()),
            content(path),
            brought.get(),
            "describes a terminal, where the receiver's system does not");
      }
      if (brought.isPresent()) {
        return true;
      }
    }
    absent.add("no package of this machine describes terminals: the receiver's system has to");
    return false;
  }

  private Optional<PackageTerms.Brought> brought(List<String> signs, String below) {
    return signs.stream().flatMap(s -> terms.of(s, below).stream()).findFirst();
  }

  /** Where the library looks that goes along; empty if it does not tell. */
  private static String openSsl(List<LayoutFile> all) throws IOException {
    Map<String, String> found = new TreeMap<>();
    for (LayoutFile file : all) {
      String name = Paths.fileName(file.path());
      if (name.startsWith("libcrypto") || name.startsWith("_ssl") || name.equals("python3")) {
        CodeTexts.readAscii(
            file.content(),
            SHORTEST,
            text -> {
              Matcher matcher = OPENSSL.matcher(text);
              if (matcher.find()) {
                found.putIfAbsent(name, matcher.group(1));
              }
            });
      }
    }
    return found.values().stream().findFirst().orElse("");
  }

  private void starter(String openSsl, boolean hasTerminals) {
    String code =
        Template.fill(
            LentData.class,
            "lend.py",
            Map.of(
                "CERTIFICATES",
                '"' + openSsl.replace("\\", "\\\\").replace("\"", "\\\"") + '"',
                "TERMINALS",
                hasTerminals ? "True" : "False"));
    files.add(
        LayoutFile.made(
            programFolder + "start/lend.py",
            code.getBytes(StandardCharsets.UTF_8),
            "lends the program what the receiver's system has not"));
  }

  private String share(String path) {
    return programFolder + PythonBundle.FOLDER + "share/" + path;
  }

  private static Content content(String path) {
    return FolderTree.content(ROOT.file(path).orElseThrow());
  }

  private static Content text(String text) {
    return Content.of(text.getBytes(StandardCharsets.UTF_8));
  }

  private void add(String path, Content content, PackageTerms.Brought brought, String reason) {
    files.add(
        new LayoutFile(path, content, false, Packing.AS_IT_IS, brought.owner().label(), reason));
  }
}
