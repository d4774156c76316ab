package dev.girdle.verses;

import dev.girdle.app.Application;
import dev.girdle.app.Item;
import dev.girdle.closure.Answer;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.SideLinkage;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.io.Links;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The part of verses in the walk, also where another language leads. */
final class VersesLinkage implements SideLinkage {
  static final Thing VERSE = new Thing("verse", "verse", true);
  private static final How SINGS = How.of("sings", "sings", "sung by");
  private static final String SING = "sing ";

  private final Map<String, Item> verses = new LinkedHashMap<>();

  VersesLinkage(Application application, Set<Item> excluded) {
    application.components().stream()
        .flatMap(c -> c.items().stream())
        .filter(i -> reads(i) && !excluded.contains(i))
        .forEach(i -> verses.put(path(i), i));
  }

  /** Where it lies in the song; in archives of other languages, where it lies in them. */
  static String path(Item item) {
    String origin = item.component().origin();
    return origin.endsWith("/") || origin.isEmpty() ? origin + item.path() : item.path();
  }

  Optional<Item> verse(String path) {
    return Optional.ofNullable(verses.get(path));
  }

  boolean isEmpty() {
    return verses.isEmpty();
  }

  @Override
  public boolean reads(Item item) {
    return item.path().endsWith(".verse");
  }

  @Override
  public boolean answers(Thing thing) {
    return thing.equals(VERSE);
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
        .flatMap(this::verse)
        .or(() -> verse(demand.name()))
        .<Answer>map(i -> new Answer.Items(List.of(i)))
        .orElseGet(() -> new Answer.Nothing(""));
  }

  /** The folder of the verse that asks. */
  @Override
  public String scopeOf(Demand demand) {
    String asker = demand.asker().map(VersesLinkage::path).orElse("");
    return asker.substring(0, asker.lastIndexOf('/') + 1);
  }
}
