package dev.girdle.node.observe;

import dev.girdle.ecosystem.Symptom;
import dev.girdle.node.tree.ModuleTree;
import dev.girdle.node.tree.Resolution;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What Node says of modules and files that it does not find, and where in the application they
 * would be.
 */
final class MissedModule {
  private static final Pattern NO_MODULE =
      Pattern.compile(
          "Cannot find (?:module|package) '([^']+)'(?: imported from (?:file://)?(\\S.*?))?$");
  private static final Pattern NO_FILE =
      Pattern.compile("(?:ENOENT|ENOTDIR): [a-z ]+, \\w+ '([^']+)'");
  private static final Pattern OTHER_ABI =
      Pattern.compile(
          "The module '([^']+)'$|Error: ([^ :]+\\.node): .*(?:ELF|wrong|undefined symbol)");
  private static final Pattern ASKER = Pattern.compile("^- (/.*)$");
  private static final Pattern APP = Pattern.compile("^.*?/app/");

  private MissedModule() {}

  /** Lines that belong together as one: Node tells on lines of their own who asked. */
  static List<String> joined(List<String> lines) {
    List<String> joined = new ArrayList<>(lines.size());
    for (int i = 0; i < lines.size(); i++) {
      String line = lines.get(i);
      boolean isAsked =
          NO_MODULE.matcher(line).find()
              && i + 2 < lines.size()
              && lines.get(i + 1).startsWith("Require stack:");
      Matcher asker = ASKER.matcher(isAsked ? lines.get(i + 2) : "");
      joined.add(asker.matches() ? line + " imported from " + asker.group(1) : line);
    }
    return joined;
  }

  /** What a line says is missing. */
  static List<Symptom> in(String line) {
    List<Symptom> symptoms = new ArrayList<>();
    Matcher module = NO_MODULE.matcher(line);
    if (module.find()) {
      String name = module.group(1);
      symptoms.add(
          new Symptom(Symptom.Kind.CODE, name, place(name, module.group(2)), Optional.empty()));
    }
    Matcher file = NO_FILE.matcher(line);
    if (file.find()) {
      symptoms.add(symptom(Symptom.Kind.FILE, file.group(1)));
    }
    Matcher addOn = OTHER_ABI.matcher(line);
    if (addOn.find()) {
      String name = addOn.group(1) == null ? addOn.group(2) : addOn.group(1);
      symptoms.add(symptom(Symptom.Kind.LIBRARY, name));
    }
    return symptoms;
  }

  private static Symptom symptom(Symptom.Kind kind, String path) {
    return new Symptom(kind, path, inApplication(path), Optional.empty());
  }

  /** Its path in the application; a package, by its name, if it was looked for in many places. */
  private static String place(String name, String asker) {
    if (name.startsWith("/")) {
      return inApplication(name);
    }
    boolean isRelative = name.startsWith("./") || name.startsWith("../");
    return isRelative && asker != null
        ? ModuleTree.join(ModuleTree.folder(inApplication(asker)), name).orElse(name)
        : "node_modules/" + name;
  }

  static String inApplication(String path) {
    return APP.matcher(path).replaceFirst("");
  }

  /**
   * The pattern that keeps what was left out, if it is what was missed.
   *
   * @param missed a path in the application, perhaps without its ending
   * @param component the component that something was left out of
   * @param path what was left out, as a path in it; null for all of it
   */
  static Optional<String> kept(String missed, String component, String path) {
    int modules = missed.lastIndexOf("node_modules/");
    String below = modules < 0 ? "" : missed.substring(modules + "node_modules/".length());
    Optional<String> name = modules < 0 ? Optional.empty() : Resolution.packageOf(below);
    String inside =
        name.map(n -> below.substring(n.length()).replaceFirst("^/", "")).orElse(missed);
    String folder = missed.substring(0, missed.length() - inside.length());
    boolean isIts =
        name.isEmpty()
            || name.get().replace('/', '+').equals(component.replaceFirst("(?<=.)@.*$", ""));
    if (!isIts) {
      return Optional.empty();
    }
    if (path == null) {
      return name.map(n -> component);
    }
    boolean means =
        path.equals(inside)
            || path.matches(Pattern.quote(inside) + "\\.(?:[cm]?js|json|node)")
            || path.matches(Pattern.quote(inside) + "/?index\\.(?:[cm]?js|json|node)");
    return means
        ? Optional.of((folder.isEmpty() || folder.endsWith("/") ? folder : folder + "/") + path)
        : Optional.empty();
  }
}
