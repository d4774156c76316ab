package dev.girdle.python.survey;

import dev.girdle.io.TreeFile;
import dev.girdle.python.pack.Metadata;
import dev.girdle.python.pack.ModuleFile;
import dev.girdle.python.pack.ProjectList;
import dev.girdle.python.pack.ProjectName;
import dev.girdle.python.pack.Requirement;
import dev.girdle.python.source.Mention;
import dev.girdle.python.source.SourceReader;
import dev.girdle.python.source.Starting;
import dev.girdle.python.survey.Distributions.Distribution;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Which distributions of an environment, that serves other programs as well, an application may
 * have to do with: those that its code imports or names, what these declare to need, and what their
 * code imports. More than is needed, so that nothing is missed; the walk decides.
 */
final class Relevant {
  private static final Pattern IMPORT =
      Pattern.compile("(?m)^[ \\t]*(?:import|from)[ \\t]+([A-Za-z_]\\w*)");
  private static final Pattern DOTTED = Pattern.compile("([A-Za-z_]\\w*)\\.[A-Za-z_]");
  private static final String SETTINGS = ".*\\.(?:toml|cfg|ini|conf|json|ya?ml)";
  private static final int LARGEST = 4 << 20;

  private final Map<String, Set<Distribution>> byModule = new HashMap<>();
  private final Map<String, Set<Distribution>> byProject = new HashMap<>();
  private final Set<Distribution> found = new LinkedHashSet<>();
  private final Deque<Distribution> next = new ArrayDeque<>();

  private Relevant(List<Distribution> all) {
    for (Distribution one : all) {
      byProject
          .computeIfAbsent(ProjectName.normal(one.name()), n -> new LinkedHashSet<>())
          .add(one);
      Set<String> tops = new HashSet<>();
      for (TreeFile file : one.files()) {
        int slash = file.path().indexOf('/');
        String top = slash < 0 ? file.path() : file.path().substring(0, slash);
        tops.add(ModuleFile.of(top).map(ModuleFile::stem).orElse(top));
      }
      tops.forEach(t -> byModule.computeIfAbsent(t, n -> new LinkedHashSet<>()).add(one));
    }
  }

  /**
   * Chooses.
   *
   * @param own the user's own files
   * @param all what is installed
   * @return in no particular order
   */
  static Set<Distribution> of(List<TreeFile> own, List<Distribution> all) {
    Relevant relevant = new Relevant(all);
    for (TreeFile file : own) {
      String text =
          file.content().size() < LARGEST ? Distributions.text(file.content()).orElse("") : "";
      ProjectList.of(file.path(), text).map(ProjectList::requirements).orElse(List.of()).stream()
          .flatMap(r -> relevant.byProject.getOrDefault(r.name(), Set.of()).stream())
          .forEach(relevant::take);
      if (file.path().matches(".*\\.pyw?|(.*/)?[^.]+")) {
        for (Mention mention : SourceReader.read(text, Starting.STARTED)) {
          relevant.module(mention.name().replaceFirst("\\W.*", ""));
        }
      } else if (file.path().matches(SETTINGS)) {
        Matcher word = DOTTED.matcher(text);
        while (word.find()) {
          relevant.module(word.group(1));
        }
      }
    }
    relevant.follow();
    return relevant.found;
  }

  private void module(String name) {
    byModule.getOrDefault(name, Set.of()).forEach(this::take);
  }

  private void take(Distribution one) {
    if (found.add(one)) {
      next.add(one);
    }
  }

  private void follow() {
    while (!next.isEmpty()) {
      for (TreeFile file : next.poll().files()) {
        String path = file.path();
        if (path.endsWith("-info/METADATA") || path.endsWith("-info/PKG-INFO")) {
          for (Requirement need :
              Metadata.of(Distributions.text(file.content()).orElse("")).requirements()) {
            byProject.getOrDefault(need.name(), Set.of()).forEach(this::take);
          }
        } else if (path.endsWith(".py") && !path.matches("(.*/)?tests?/.*")) {
          Matcher module = IMPORT.matcher(Distributions.text(file.content()).orElse(""));
          while (module.find()) {
            module(module.group(1));
          }
        }
      }
    }
  }
}
