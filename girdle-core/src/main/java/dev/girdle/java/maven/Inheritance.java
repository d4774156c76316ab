package dev.girdle.java.maven;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** How project descriptions are put together: what is nearer overrules what is inherited. */
final class Inheritance {
  private Inheritance() {}

  /** A description with what it inherits from its parent. */
  static Pom merge(Pom child, Pom parent) {
    return new Pom(
        child.parent(),
        child.group() == null ? parent.group() : child.group(),
        child.artifact(),
        child.version() == null ? parent.version() : child.version(),
        child.packaging(),
        overruled(parent.properties(), child.properties()),
        overruled(parent.dependencies(), child.dependencies()),
        overruled(parent.managed(), child.managed()),
        both(child.repositories(), parent.repositories()),
        List.of(),
        child.relocation());
  }

  /** A description with what one of its profiles adds. */
  static Pom add(Pom pom, Pom.Profile profile) {
    return new Pom(
        pom.parent(),
        pom.group(),
        pom.artifact(),
        pom.version(),
        pom.packaging(),
        overruled(pom.properties(), profile.properties()),
        overruled(pom.dependencies(), profile.dependencies()),
        overruled(pom.managed(), profile.managed()),
        both(profile.repositories(), pom.repositories()),
        pom.profiles(),
        pom.relocation());
  }

  private static Map<String, String> overruled(Map<String, String> old, Map<String, String> by) {
    Map<String, String> all = new LinkedHashMap<>(old);
    all.putAll(by);
    return all;
  }

  private static List<Pom.Repository> both(List<Pom.Repository> near, List<Pom.Repository> far) {
    return Stream.concat(near.stream(), far.stream()).distinct().toList();
  }

  private static List<Pom.Dependency> overruled(List<Pom.Dependency> old, List<Pom.Dependency> by) {
    Map<String, Pom.Dependency> all = new LinkedHashMap<>();
    by.forEach(d -> all.put(key(d), d));
    old.forEach(d -> all.putIfAbsent(key(d), d));
    return List.copyOf(all.values());
  }

  /** Imported lists do not overrule each other. */
  private static String key(Pom.Dependency d) {
    return "import".equals(d.scope()) ? d.key() + ":" + d.version() : d.key();
  }

  static Pom withManaged(Pom pom, List<Pom.Dependency> managed) {
    return with(pom, pom.dependencies(), managed);
  }

  private static Pom with(
      Pom pom, List<Pom.Dependency> dependencies, List<Pom.Dependency> managed) {
    return new Pom(
        pom.parent(),
        pom.group(),
        pom.artifact(),
        pom.version(),
        pom.packaging(),
        pom.properties(),
        dependencies,
        managed,
        pom.repositories(),
        List.of(),
        pom.relocation());
  }

  /** Gives dependencies what is said in {@code dependencyManagement} and not by themselves. */
  static Pom manage(Pom pom) {
    Map<String, Pom.Dependency> managed = new LinkedHashMap<>();
    pom.managed().forEach(m -> managed.putIfAbsent(m.key(), m));
    List<Pom.Dependency> dependencies = new ArrayList<>();
    for (Pom.Dependency d : pom.dependencies()) {
      Pom.Dependency m = managed.get(d.key());
      dependencies.add(
          m == null
              ? d
              : new Pom.Dependency(
                  d.group(),
                  d.artifact(),
                  d.version() == null ? m.version() : d.version(),
                  d.classifier(),
                  d.type(),
                  d.scope() == null ? m.scope() : d.scope(),
                  d.optional() == null ? m.optional() : d.optional(),
                  d.exclusions().isEmpty() ? m.exclusions() : d.exclusions()));
    }
    return with(pom, dependencies, pom.managed());
  }
}
