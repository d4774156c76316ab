package dev.girdle.verses;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Provenance;
import dev.girdle.closure.Along;
import dev.girdle.closure.Answer;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.Linkage;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.Packaging;
import dev.girdle.ecosystem.RuntimeModel;
import dev.girdle.io.Links;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.plan.Prune;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What is known of one song. */
final class VersesModel implements LanguageModel, Linkage, Packaging {
  private static final Thing VERSE = new Thing("verse", "verse", true);
  private static final How SINGS = How.of("sings", "sings", "sung by");
  private static final String SING = "sing ";

  private final Application application;
  private final Map<String, Item> verses = new LinkedHashMap<>();

  VersesModel(Application application, Set<Item> excluded) {
    this.application = application;
    application.components().stream()
        .flatMap(c -> c.items().stream())
        .filter(i -> !excluded.contains(i))
        .forEach(i -> verses.put(path(i), i));
  }

  /** Where it lies in the song. */
  private static String path(Item item) {
    return item.component().origin() + item.path();
  }

  @Override
  public Linkage linkage() {
    return this;
  }

  @Override
  public ItemDemands demandsOf(Item item) throws IOException {
    List<Demand> demands = new ArrayList<>();
    int number = 0;
    for (String line :
        new String(item.content().bytes(1 << 20), StandardCharsets.UTF_8).split("\n")) {
      number++;
      if (line.startsWith(SING)) {
        String path = line.substring(SING.length());
        demands.add(Demand.of(VERSE, path, Site.of(item, number), SINGS, Strength.HARD));
      }
    }
    return ItemDemands.of(demands);
  }

  @Override
  public Answer resolve(Demand demand) {
    return Links.target(scopeOf(demand) + "x", demand.name())
        .map(verses::get)
        .<Answer>map(i -> new Answer.Items(List.of(i)))
        .orElseGet(() -> new Answer.Nothing(""));
  }

  /** The folder of the verse that asks. */
  @Override
  public String scopeOf(Demand demand) {
    String asker = demand.asker().map(VersesModel::path).orElse("");
    return asker.substring(0, asker.lastIndexOf('/') + 1);
  }

  @Override
  public List<Demand> seeds(List<LaunchSpec> starts) {
    return List.of(Demand.ofPlan(VERSE, VersesEcosystem.FIRST));
  }

  @Override
  public Along along(Prune prune) {
    return Along.NOTHING;
  }

  @Override
  public Demand demandFor(Item item, How how, Strength strength) {
    return Demand.ofPlan(VERSE, path(item), how, strength);
  }

  @Override
  public Optional<String> staysWith(Item item, Prune prune) {
    return item.component().role().isUsers() ? Optional.of("the singer's own") : Optional.empty();
  }

  @Override
  public Provenance provenance(Component component) {
    return new Provenance("", component.name(), Optional.empty(), "", List.of(), List.of());
  }

  @Override
  public List<Item> find(String text) {
    return Optional.ofNullable(verses.get(text)).stream().toList();
  }

  @Override
  public RuntimeModel runtime() {
    return RuntimeModel.NONE;
  }

  @Override
  public Packaging packaging() {
    return this;
  }

  @Override
  public Layout layOut(LayoutRequest request) {
    String label = request.main().label();
    String place = "\"$(dirname \"$0\")/../verses\"";
    List<LayoutFile> files = new ArrayList<>();
    files.add(
        LayoutFile.made("bin/" + label, singing(place).getBytes(StandardCharsets.UTF_8), "sings it")
            .asExecutable());
    for (Component component : request.selection().components()) {
      for (Item item : request.selection().items(component).keySet()) {
        files.add(
            new LayoutFile(
                "verses/" + path(item),
                item.content(),
                false,
                Packing.AS_IT_IS,
                component.name(),
                request.reason(item)));
      }
    }
    return new Layout(
        files, List.of(), "girdle-record.json", List.of(), List.of(), "%s/bin/" + label);
  }

  /** A script that sings the song in a folder. */
  static String singing(String folder) {
    return """
        #!/bin/sh
        sing() (
          while IFS= read -r line; do
            case $line in
              'sing '*) sing "${1%%/*}/${line#sing }" ;;
              *) printf '%%s\\n' "$line" ;;
            esac
          done < "$1"
        )
        sing %s/main.verse
        """
        .formatted(folder);
  }
}
