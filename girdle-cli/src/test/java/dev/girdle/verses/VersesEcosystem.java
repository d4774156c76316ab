package dev.girdle.verses;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.Identity;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Role;
import dev.girdle.closure.SideLinkage;
import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.ecosystem.LanguageWords;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.Recognition;
import dev.girdle.ecosystem.Shape;
import dev.girdle.ecosystem.Support;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.FileTree;
import dev.girdle.io.FolderTree;
import dev.girdle.io.SubTree;
import dev.girdle.io.TreeFile;
import dev.girdle.plan.Choice;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.Prune;
import dev.girdle.plan.RuntimeKind;
import dev.girdle.plan.Source;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;

/** Songs: found by their first verse, sealed as folders, sung by any shell. */
public final class VersesEcosystem implements Ecosystem {
  static final String FIRST = "main.verse";
  private static final String LIBRARY = "library/";

  private static final String NO_RUNTIME = "verses are read by the receiver's own reader";

  @Override
  public String id() {
    return "verses";
  }

  @Override
  public String name() {
    return "Verses";
  }

  @Override
  public LanguageWords words() {
    return new LanguageWords(
        "verse",
        "verses",
        "no verse is the first",
        "Name it: --entry FILE.",
        "Write them",
        "--loud",
        "songs/**");
  }

  @Override
  public Support support() {
    return new Support(
        Set.of(Shape.FOLDER),
        Set.of(Prune.NONE, Prune.COMPONENTS, Prune.FILES),
        Map.of(
            RuntimeKind.WHOLE, NO_RUNTIME,
            RuntimeKind.TRIMMED, NO_RUNTIME,
            RuntimeKind.TIGHT, NO_RUNTIME),
        "",
        "",
        FormKind.FOLDER);
  }

  @Override
  public Optional<Recognition> recognise(Source source) {
    return Files.isRegularFile(source.app().resolve(FIRST))
        ? Optional.of(new Recognition(Recognition.Certainty.CERTAIN, "it has a " + FIRST))
        : Optional.empty();
  }

  @Override
  public Application survey(Source source, Progress progress) {
    Path app = source.app();
    try (FolderTree tree = FolderTree.of(app, path -> true)) {
      Set<String> libraries = new TreeSet<>();
      for (TreeFile file : tree.files()) {
        String[] parts = file.path().split("/");
        if (file.path().startsWith(LIBRARY) && parts.length > 2) {
          libraries.add(LIBRARY + parts[1] + "/");
        }
      }
      List<Component> components = new ArrayList<>();
      components.add(component("song", "", Role.OWN, own(tree)));
      for (String library : libraries) {
        String name = library.substring(LIBRARY.length(), library.length() - 1);
        FileTree part = SubTree.of(tree, library, path -> true);
        components.add(component(name, library, Role.LIBRARY, part));
      }
      String name = source.name().orElse(app.toAbsolutePath().normalize().getFileName().toString());
      EntryPoint entry = new EntryPoint(FIRST, "song", "its first verse");
      return new Application(
          app.toString(),
          new Identity(Identity.fit(name), source.release()),
          components,
          List.of(LaunchSpec.of(Identity.fit(name), entry)),
          List.of(entry),
          List.of(),
          List.of(),
          false,
          List.of(),
          List.of());
    } catch (IOException e) {
      throw GirdleException.machine("cannot read " + app + ": " + e.getMessage());
    }
  }

  private static FileTree own(FolderTree tree) {
    return SubTree.of(tree, "", path -> !path.startsWith(LIBRARY));
  }

  /**
   * Its origin is the folder that it lies in, so that paths can be followed from one to another.
   */
  private static Component component(String name, String origin, Role role, FileTree tree) {
    return new Component(
        name, origin, role, null, null, "handed over", tree, UnaryOperator.identity());
  }

  @Override
  public LanguageModel model(
      Application application,
      Choice choice,
      Map<Item, String> excluded,
      boolean exact,
      Progress progress) {
    return new VersesModel(application, excluded.keySet());
  }

  @Override
  public Optional<SideLinkage> beside(Application application, Map<Item, String> excluded) {
    VersesLinkage verses = new VersesLinkage(application, excluded.keySet());
    return verses.isEmpty() ? Optional.empty() : Optional.of(verses);
  }

  @Override
  public List<String> startUnsealed(Application application, Path folder) throws IOException {
    Path script = folder.resolve("sing");
    Files.writeString(script, VersesModel.singing("\"" + application.source() + "\""));
    return List.of("sh", script.toString());
  }
}
