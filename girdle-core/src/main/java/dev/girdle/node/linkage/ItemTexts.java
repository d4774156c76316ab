package dev.girdle.node.linkage;

import dev.girdle.app.Item;
import dev.girdle.io.Paths;
import dev.girdle.node.pack.PackageJson;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Which files hold code, and which may name packages. */
final class ItemTexts {
  /** What is larger is not read: nobody writes code of that size by hand, and tools leave none. */
  static final long LARGEST_SOURCE = 64 << 20;

  private static final Pattern CODE = Pattern.compile(".*\\.[cm]?js");
  private static final Pattern SETTINGS =
      Pattern.compile(".*\\.(json|json5|jsonc|ya?ml|toml)|(.*/)?\\.[a-z]+rc");
  private static final Set<String> LOCKS =
      Set.of("package-lock.json", "npm-shrinkwrap.json", "pnpm-lock.yaml", "pnpm-workspace.yaml");
  private static final Pattern FOR_DEVELOPMENT =
      Pattern.compile(
          "(^|.*/)(tests?|__tests__|__mocks__|spec|specs|e2e|benchmarks?|examples?|docs?)/.*"
              + "|.*\\.(test|spec|bench|stories)\\.[cm]?js"
              + "|(.*/)?[\\w.-]+\\.config\\.[cm]?js|(.*/)?(gulpfile|Gruntfile|Gulpfile)\\.[cm]?js"
              + "|(.*/)?\\.[\\w-]+rc\\.[cm]?js");

  private static final Pattern TOOL =
      Pattern.compile("(?:.*/)?(?:\\.([a-z-]+)rc(?:\\..*)?|([a-z-]+)\\.config\\..*)");
  private static final Pattern TYPES = Pattern.compile("(?:.*/)?tsconfig[\\w.-]*\\.json");

  private ItemTexts() {}

  /** The tool that a file of settings is for, by its name. */
  static Optional<String> toolOf(Item item) {
    Matcher matcher = TOOL.matcher(item.path());
    if (matcher.matches()) {
      return Optional.of(matcher.group(1) == null ? matcher.group(2) : matcher.group(1));
    }
    return TYPES.matcher(item.path()).matches() ? Optional.of("typescript") : Optional.empty();
  }

  static boolean isCode(Item item) {
    return CODE.matcher(item.path()).matches();
  }

  /** A file of settings, whose words may name packages; no list of all that is installed. */
  static boolean isSettings(Item item) {
    String name = Paths.fileName(item.path());
    return SETTINGS.matcher(item.path()).matches()
        && !name.equals(PackageJson.NAME)
        && !LOCKS.contains(name);
  }

  /** Code that no program runs once it is handed over: tests and settings of tools. */
  static boolean isForDevelopment(Item item) {
    return FOR_DEVELOPMENT.matcher(item.path()).matches();
  }
}
