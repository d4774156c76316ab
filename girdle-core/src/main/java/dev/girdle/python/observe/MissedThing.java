package dev.girdle.python.observe;

import dev.girdle.ecosystem.Symptom;
import dev.girdle.python.pack.ProjectName;
import dev.girdle.python.tree.RuntimeNames;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What Python says of modules, files and libraries that it does not find. */
final class MissedThing {
  private static final Pattern NO_MODULE =
      Pattern.compile("(?:ModuleNotFound|Import)Error: No module named '?([\\w.]+)'?");
  private static final Pattern NO_NAME =
      Pattern.compile("ImportError: cannot import name '(\\w+)' from '([\\w.]+)'");
  private static final Pattern NO_FILE = Pattern.compile("No such file or directory: b?'([^']+)'");
  private static final Pattern NO_LIBRARY =
      Pattern.compile("Error: ([\\w.+-]+\\.so[\\w.]*): cannot open shared object file");
  private static final Pattern NO_PROJECT =
      Pattern.compile("No package metadata was found for ([\\w.-]+)");
  private static final Pattern IN_ARTIFACT = Pattern.compile("^.*?/(?:app|packages|own/[^/]+)/");

  private MissedThing() {}

  /** What a line says is missing. */
  static List<Symptom> in(String line) {
    List<Symptom> symptoms = new ArrayList<>();
    Matcher module = NO_MODULE.matcher(line);
    if (module.find()) {
      symptoms.add(code(module.group(1)));
    }
    Matcher name = NO_NAME.matcher(line);
    if (name.find()) {
      symptoms.add(code(name.group(2) + "." + name.group(1)));
    }
    Matcher project = NO_PROJECT.matcher(line);
    if (project.find()) {
      symptoms.add(
          new Symptom(Symptom.Kind.CODE, project.group(1), project.group(1), Optional.empty()));
    }
    Matcher file = NO_FILE.matcher(line);
    if (file.find()) {
      String path = file.group(1);
      symptoms.add(new Symptom(Symptom.Kind.FILE, path, inApplication(path), Optional.empty()));
    }
    Matcher library = NO_LIBRARY.matcher(line);
    if (library.find()) {
      symptoms.add(
          new Symptom(Symptom.Kind.LIBRARY, library.group(1), library.group(1), Optional.empty()));
    }
    return symptoms;
  }

  private static Symptom code(String module) {
    String top = module.replaceFirst("\\..*", "");
    return RuntimeNames.has(top)
        ? new Symptom(Symptom.Kind.PART, top, top, Optional.empty())
        : new Symptom(Symptom.Kind.CODE, module, module.replace('.', '/'), Optional.empty());
  }

  /** The path of something in the search folder that it lies in. */
  static String inApplication(String path) {
    return IN_ARTIFACT.matcher(path).replaceFirst("");
  }

  /**
   * The pattern that keeps what was left out, if it is what was missed.
   *
   * @param missed a path, perhaps without its ending
   * @param component the component that something was left out of
   * @param path what was left out, as a path in it; null for all of it
   */
  static Optional<String> kept(String missed, String component, String path) {
    if (path == null) {
      String project = ProjectName.normal(component.replaceFirst("@.*$", ""));
      return project.equals(ProjectName.normal(missed.replaceFirst("/.*", "")))
          ? Optional.of(component)
          : Optional.empty();
    }
    String stem = Pattern.quote(missed);
    boolean means =
        path.equals(missed)
            || path.matches(stem + "\\.(?:pyc?|[\\w.-]*so|[\\w.-]*pyd)")
            || path.matches(stem + "/__init__\\.(?:pyc?|[\\w.-]*so)");
    return means ? Optional.of(path) : Optional.empty();
  }
}
