package dev.girdle.java;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.Item;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Linkage;
import dev.girdle.closure.Reached;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.ecosystem.Examination;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.io.Paths;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** What Java knows about one application. */
final class JavaExamination implements Examination {
  private final Application application;
  private final Jdk jdk = new Jdk();
  private final ClassIndex index;
  private final JavaLinkage linkage;
  private List<String> warnings;

  JavaExamination(Application application) {
    this.application = application;
    this.index = new ClassIndex(application.components());
    Map<Component, Set<String>> optional = new HashMap<>();
    for (Component component : application.components()) {
      optional.put(component, JarManifest.of(component).optionalPackages());
    }
    this.linkage = new JavaLinkage(jdk, index, application.components(), optional);
  }

  @Override
  public Linkage linkage() {
    return linkage;
  }

  @Override
  public List<Demand> seeds(EntryPoint entry) {
    List<Demand> seeds = new ArrayList<>();
    seeds.add(Demand.ofPlan(entry.name()));
    application.components().stream()
        .filter(c -> c.name().equals(entry.component()))
        .flatMap(c -> JarManifest.of(c).value("Launcher-Agent-Class").stream())
        .forEach(agent -> seeds.add(Demand.ofPlan(agent)));
    return seeds;
  }

  /** That of the newest class file reached; files for newer releases only count without a base. */
  @Override
  public RuntimeNeed runtimeNeed(Closure closure) {
    RuntimeNeed need = new RuntimeNeed("Java", 8, false, "the starter that Girdle adds");
    for (Reached reached : closure.reached()) {
      Integer version = linkage.versions().get(reached.item());
      if (version == null || isVariantOfBase(reached.item())) {
        continue;
      }
      int release = ClassHeader.release(version);
      boolean preview = ClassHeader.isPreview(version);
      if (preview || release > need.release() && !need.exactly()) {
        need = new RuntimeNeed("Java", release, preview, reached.item().name());
      }
    }
    return need;
  }

  private boolean isVariantOfBase(Item item) {
    return Versioned.of(item.path()).release() > 0
        && index.classNamed(item.name()).stream()
            .anyMatch(i -> Versioned.of(i.path()).release() == 0);
  }

  @Override
  public Optional<String> uselessAtRunTime(Item item) {
    String path = item.path();
    String upper = Paths.fileName(path).toUpperCase(java.util.Locale.ROOT);
    boolean inMeta = Paths.folder(path).equals("META-INF/");
    if (Kinds.isSource(path)) {
      return Optional.of("source, not run");
    }
    if (path.startsWith("META-INF/maven/")) {
      return Optional.of("build description");
    }
    if (inMeta && (upper.endsWith(".SF") || upper.matches(".*\\.(RSA|DSA|EC)|SIG-.*"))) {
      return Optional.of("signature of the single jar");
    }
    if (path.equals("META-INF/INDEX.LIST")) {
      return Optional.of("index of the single jar");
    }
    return Optional.empty();
  }

  @Override
  public synchronized List<String> warnings(Closure closure) {
    if (warnings == null) {
      int needed = runtimeNeed(closure).release();
      warnings =
          Stream.concat(
                  needed > Jdk.FEATURE ? Stream.of(newerJava(needed)) : Stream.empty(),
                  readUnreached(closure).stream())
              .toList();
    }
    return warnings;
  }

  private static String newerJava(int needed) {
    return "it is made for Java "
        + needed
        + " and Girdle runs on Java "
        + Jdk.FEATURE
        + ", so what it asks of newer Java is not checked; run Girdle on Java "
        + needed
        + " to have it checked";
  }

  private List<String> readUnreached(Closure closure) {
    return application.components().stream()
        .flatMap(c -> c.items().stream())
        .filter(i -> i.path().endsWith(".class") && closure.reached(i).isEmpty())
        .toList()
        .parallelStream()
        .flatMap(i -> warning(i).stream())
        .toList();
  }

  private static Optional<String> warning(Item item) {
    try {
      ClassHeader.readerOf(ClassHeader.bytesOf(item.content()));
      return Optional.empty();
    } catch (UnreadableItemException | IOException e) {
      return Optional.of(
          item.component().origin()
              + ": "
              + item.path()
              + " "
              + e.getMessage()
              + "; nothing needs it, so it is passed over");
    }
  }

  @Override
  public List<Item> find(String text) {
    String name = text.endsWith(".class") ? text.substring(0, text.length() - 6) : text;
    List<Item> classes = index.classNamed(name.replace('/', '.'));
    if (!classes.isEmpty()) {
      return classes;
    }
    String path = text.startsWith("/") ? text.substring(1) : text;
    if (index.hasResource(path)) {
      return index.resource(path);
    }
    List<Item> modules = jdk.component().item(text).stream().toList();
    return modules.isEmpty() ? bySimpleName(name) : modules;
  }

  private List<Item> bySimpleName(String name) {
    if (name.indexOf('.') >= 0 || name.indexOf('/') >= 0) {
      return List.of();
    }
    Stream<Item> classes =
        index.classNames().stream()
            .filter(n -> n.endsWith("." + name) || n.endsWith("$" + name))
            .sorted()
            .map(n -> index.classNamed(n).get(0));
    Stream<Item> files =
        index.resourcePaths().stream()
            .filter(p -> p.endsWith("/" + name))
            .sorted()
            .map(p -> index.resource(p).get(0));
    return Stream.concat(classes, files).toList();
  }

  ClassIndex index() {
    return index;
  }
}
