package dev.girdle.java.runtime;

import dev.girdle.app.Target;
import dev.girdle.binary.NativeCode;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.FolderTree;
import java.io.IOException;
import java.io.Reader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Properties;

/**
 * A folder of a Java runtime or JDK, as its file {@code release} describes it (JEP 223, "The
 * release file").
 *
 * @param folder the folder
 * @param version its full version, for example "17.0.15"
 * @param feature its feature release, for example 17
 * @param vendor who built it; may be empty
 * @param target where it runs; empty if it is a system or processor that is not sealed for
 */
public record JavaHome(
    Path folder, String version, int feature, String vendor, Optional<Target> target) {
  /**
   * Looks at a folder.
   *
   * @param folder a folder
   * @return empty if it is none of a Java runtime of release 9 or newer
   */
  public static Optional<JavaHome> at(Path folder) {
    Path image = folder.resolve("lib/modules");
    Properties release = new Properties();
    try (Reader in = Files.newBufferedReader(folder.resolve("release"))) {
      release.load(in);
    } catch (IOException | IllegalArgumentException e) {
      return Optional.empty();
    }
    String version = plain(release.getProperty("JAVA_VERSION", ""));
    if (!Files.isRegularFile(image) || !version.matches("\\d{1,3}(\\D.*)?")) {
      return Optional.empty();
    }
    return Optional.of(
        new JavaHome(
            folder,
            version,
            Integer.parseInt(version.replaceFirst("\\D.*", "")),
            plain(release.getProperty("IMPLEMENTOR", "")),
            Target.called(
                    plain(release.getProperty("OS_NAME", "")),
                    plain(release.getProperty("OS_ARCH", "")))
                .or(() -> ofLauncher(folder))));
  }

  /** What its launcher is made for. Not all who build one write that into the file. */
  private static Optional<Target> ofLauncher(Path folder) {
    for (String name : List.of("bin/java.exe", "bin/java")) {
      Path launcher = folder.resolve(name);
      if (Files.isRegularFile(launcher)) {
        try {
          return NativeCode.of(FolderTree.content(launcher))
              .filter(c -> c.processors().size() == 1)
              .flatMap(c -> Target.called(c.system(), c.processors().iterator().next()));
        } catch (IOException e) {
          return Optional.empty();
        }
      }
    }
    return Optional.empty();
  }

  /**
   * Looks at a folder that has to be one.
   *
   * @param folder a folder
   * @return what it is
   * @throws GirdleException if it is not there, or is none
   */
  public static JavaHome of(Path folder) {
    return at(folder)
        .orElseThrow(
            () ->
                new GirdleException(
                    Fault.REQUEST,
                    java.util.List.of(
                        folder + " is no folder of a Java runtime",
                        "  It has to hold the files release and lib/modules, as Java 9 and newer"
                            + " have them.")));
  }

  private static String plain(String value) {
    return value.strip().replace("\"", "");
  }

  /**
   * What it is, for users: release and vendor.
   *
   * @return for example {@code Java 17.0.15 of Debian}
   */
  public String title() {
    return "Java " + version + (vendor.isEmpty() ? "" : " of " + vendor);
  }
}
