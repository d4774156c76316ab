package dev.girdle.java.format;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.io.Content;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.jar.Attributes;
import java.util.jar.Manifest;
import java.util.logging.Level;
import java.util.logging.Logger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * What a jar's manifest says (JAR File Specification, "JAR Manifest"; OSGi Core 8, 3.2 for {@code
 * Import-Package}).
 */
public final class JarManifest {
  public static final String PATH = "META-INF/MANIFEST.MF";
  public static final JarManifest NONE = new JarManifest(new Manifest());

  private static final Pattern OPTIONAL_IMPORT =
      Pattern.compile("resolution\\s*:=\\s*\"?optional\"?");

  private static final Set<String> OF_THE_SINGLE_JAR =
      Set.of(
          "manifest-version",
          "signature-version",
          "main-class",
          "class-path",
          "launcher-agent-class",
          "built-by",
          "created-by",
          "build-jdk",
          "build-jdk-spec");

  private static final int LARGEST = 64 << 20;

  private final Manifest manifest;

  /** Held, since its level is forgotten with it. */
  private static final class Quiet {
    private static final Logger OF_MANIFESTS = Logger.getLogger("java.util.jar");
  }

  private JarManifest(Manifest manifest) {
    this.manifest = manifest;
  }

  static JarManifest read(Content content) throws IOException {
    byte[] bytes = content.bytes(LARGEST);
    if (saysTwice(bytes)) {
      Quiet.OF_MANIFESTS.setLevel(
          Level.OFF); // the last one counts, and it is nothing to tell users
    }
    return new JarManifest(new Manifest(new ByteArrayInputStream(bytes)));
  }

  /** Whether a section has a name twice, of which the platform would print a warning. */
  private static boolean saysTwice(byte[] bytes) {
    Set<String> names = new HashSet<>();
    for (String line : new String(bytes, StandardCharsets.UTF_8).split("\r\n|\n|\r", -1)) {
      int colon = line.indexOf(':');
      if (line.isEmpty()) {
        names.clear();
      } else if (colon > 0 && !names.add(line.substring(0, colon).toLowerCase(Locale.ROOT))) {
        return true;
      }
    }
    return false;
  }

  /**
   * A manifest without the digests of single files, which say nothing without a signature; as it is
   * if it has none.
   */
  public static Content withoutDigests(Content content) throws IOException {
    Manifest manifest = read(content).manifest;
    int before = manifest.getEntries().size();
    manifest.getEntries().values().removeIf(JarManifest::holdsDigestsOnly);
    if (manifest.getEntries().size() == before) {
      return content;
    }
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    manifest.write(bytes);
    return Content.of(bytes.toByteArray());
  }

  private static boolean holdsDigestsOnly(Attributes section) {
    return section.keySet().stream().allMatch(k -> k.toString().contains("-Digest"));
  }

  /** The manifest of a component; {@link #NONE} if it has none that can be read. */
  public static JarManifest of(Component component) {
    return component.item(PATH).map(Item::content).map(JarManifest::readOrNone).orElse(NONE);
  }

  /**
   * Reads a manifest.
   *
   * @param content its bytes
   * @return an empty one if it is damaged, since Java passes over such a one too
   */
  public static JarManifest readOrNone(Content content) {
    try {
      return read(content);
    } catch (IOException e) {
      return NONE; // a manifest that says nothing readable says nothing
    }
  }

  /**
   * What the main section says.
   *
   * @param attribute its name; case makes no difference
   * @return empty if it says nothing, or an empty text
   */
  public Optional<String> value(String attribute) {
    return Optional.ofNullable(manifest.getMainAttributes().getValue(attribute))
        .map(String::strip)
        .filter(v -> !v.isEmpty());
  }

  /**
   * Whether an attribute of the main section says yes.
   *
   * @param attribute its name
   * @return true for {@code true} in any case of letters
   */
  public boolean isTrue(String attribute) {
    return value(attribute).filter("true"::equalsIgnoreCase).isPresent();
  }

  /**
   * Adds what this manifest says, but for what starts a jar, what lies beside it, what is signed,
   * and who built it where.
   */
  public void addTo(Manifest other) {
    Attributes target = other.getMainAttributes();
    main()
        .forEach(
            (name, value) -> {
              if (!OF_THE_SINGLE_JAR.contains(name.toString().toLowerCase(Locale.ROOT))) {
                target.put(name, value);
              }
            });
    sections()
        .forEach(
            (name, attributes) -> {
              if (!holdsDigestsOnly(attributes)) {
                other.getEntries().put(name, attributes);
              }
            });
  }

  /**
   * The main section.
   *
   * @return perhaps empty
   */
  public Attributes main() {
    return manifest.getMainAttributes();
  }

  /**
   * The other sections.
   *
   * @return by their names: packages with a slash at the end, and files
   */
  public Map<String, Attributes> sections() {
    return manifest.getEntries();
  }

  /** The jars and folders that the class path goes on with, as addresses relative to this jar. */
  public List<String> classPath() {
    return value("Class-Path").stream()
        .flatMap(v -> Stream.of(v.split("\\s+")))
        .filter(v -> !v.isEmpty())
        .toList();
  }

  /** Packages that the jar can do without, by the word of its makers. */
  public Set<String> optionalPackages() {
    Set<String> optional = new TreeSet<>();
    value("Import-Package").ifPresent(v -> splitClauses(v).forEach(c -> optionalIn(c, optional)));
    value("DynamicImport-Package")
        .ifPresent(v -> splitClauses(v).forEach(c -> names(c).forEach(optional::add)));
    return optional;
  }

  /** The packages that its makers say have to be there (OSGi Core, 3.6.5 Import-Package). */
  public Set<String> mandatoryPackages() {
    Set<String> mandatory = new TreeSet<>();
    value("Import-Package")
        .ifPresent(
            v ->
                splitClauses(v).stream()
                    .filter(c -> !OPTIONAL_IMPORT.matcher(c).find())
                    .forEach(c -> names(c).forEach(mandatory::add)));
    return mandatory;
  }

  private static void optionalIn(String clause, Set<String> optional) {
    Matcher matcher = OPTIONAL_IMPORT.matcher(clause);
    if (matcher.find()) {
      names(clause).forEach(optional::add);
    }
  }

  private static Stream<String> names(String clause) {
    return Stream.of(clause.split(";")).map(String::strip).filter(n -> !n.contains("="));
  }

  /** Splits at commas that stand outside quotes. */
  private static List<String> splitClauses(String value) {
    List<String> clauses = new ArrayList<>();
    boolean quoted = false;
    int start = 0;
    for (int i = 0; i < value.length(); i++) {
      char c = value.charAt(i);
      quoted ^= c == '"';
      if (c == ',' && !quoted) {
        clauses.add(value.substring(start, i));
        start = i + 1;
      }
    }
    clauses.add(value.substring(start));
    return clauses;
  }
}
