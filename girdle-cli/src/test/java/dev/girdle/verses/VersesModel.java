package dev.girdle.verses;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Provenance;
import dev.girdle.closure.Along;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Linkage;
import dev.girdle.closure.Strength;
import dev.girdle.ecosystem.LanguageModel;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.Packaging;
import dev.girdle.ecosystem.RuntimeModel;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.plan.Prune;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** What is known of one song. */
final class VersesModel implements LanguageModel, Packaging {
  private final VersesLinkage linkage;

  VersesModel(Application application, Set<Item> excluded) {
    this.linkage = new VersesLinkage(application, excluded);
  }

  @Override
  public Linkage linkage() {
    return linkage;
  }

  @Override
  public List<Demand> seeds(List<LaunchSpec> starts) {
    return List.of(Demand.ofPlan(VersesLinkage.VERSE, VersesEcosystem.FIRST));
  }

  @Override
  public Along along(Prune prune) {
    return Along.NOTHING;
  }

  @Override
  public Demand demandFor(Item item, How how, Strength strength) {
    return Demand.ofPlan(VersesLinkage.VERSE, VersesLinkage.path(item), how, strength);
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
    return linkage.verse(text).stream().toList();
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
                "verses/" + VersesLinkage.path(item),
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
