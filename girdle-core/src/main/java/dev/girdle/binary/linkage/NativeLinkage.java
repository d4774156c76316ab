package dev.girdle.binary.linkage;

import dev.girdle.app.Item;
import dev.girdle.binary.LinkReading;
import dev.girdle.binary.LinkedCode;
import dev.girdle.binary.NativeCode;
import dev.girdle.closure.Answer;
import dev.girdle.closure.Demand;
import dev.girdle.closure.DynamicReference;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.SideLinkage;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.io.Channels;
import dev.girdle.io.Content;
import dev.girdle.io.Paths;
import java.io.IOException;
import java.nio.channels.SeekableByteChannel;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;

/**
 * The native code of an application: which of its files the others are linked with. What none of
 * them is called like is the receiver's system's matter, and nothing is said of it here.
 */
public final class NativeLinkage implements SideLinkage {
  private static final Thing LINKED = new Thing("linked", "native library", false);
  private static final How LINKS = How.of("links", "is linked with", "linked by");

  private final Map<Item, NativeCode> codes;
  private final Map<String, List<Item>> byName = new HashMap<>();

  /**
   * Prepares to read.
   *
   * @param codes the native code of the application, with what each file is for
   */
  public NativeLinkage(Map<Item, NativeCode> codes) {
    this.codes = codes;
    codes
        .keySet()
        .forEach(item -> byName.computeIfAbsent(fileName(item), n -> new ArrayList<>()).add(item));
  }

  private static String fileName(Item item) {
    return Paths.fileName(item.path());
  }

  /** Only if there is anything that it could be linked with. */
  @Override
  public boolean reads(Item item) {
    return codes.containsKey(item)
        && codes.keySet().stream().anyMatch(other -> other != item && runsWith(item, other));
  }

  @Override
  public boolean answers(Thing thing) {
    return thing.equals(LINKED);
  }

  private boolean runsWith(Item one, Item other) {
    NativeCode a = codes.get(one);
    NativeCode b = codes.get(other);
    return a.system().equals(b.system())
        && a.processors().stream().anyMatch(b.processors()::contains);
  }

  @Override
  public ItemDemands demandsOf(Item item) throws IOException {
    LinkReading reading = reading(item.content());
    if (reading instanceof LinkReading.Unreadable) {
      // told as what only the run will tell; what travels with it stays with it
      return new ItemDemands(
          List.of(), List.of(new DynamicReference(LINKS, LINKED, Site.of(item), false)));
    }
    if (!(reading instanceof LinkReading.Read read)) {
      return ItemDemands.NONE;
    }
    List<Demand> demands = new ArrayList<>();
    for (LinkedCode part : read.parts()) {
      for (LinkedCode.Needed needed : part.needed()) {
        String name = Paths.fileName(needed.name());
        Strength strength =
            needed.when() == LinkedCode.When.AT_START ? Strength.HARD : Strength.SOFT;
        boolean isNew = demands.stream().noneMatch(d -> d.name().equals(name));
        if (isNew && byName.getOrDefault(name, List.of()).stream().anyMatch(fits(item))) {
          demands.add(Demand.of(LINKED, name, Site.of(item), LINKS, strength));
        }
      }
    }
    return ItemDemands.of(demands);
  }

  private Predicate<Item> fits(Item item) {
    return other -> other != item && runsWith(item, other);
  }

  private static LinkReading reading(Content content) throws IOException {
    try (SeekableByteChannel channel = Channels.seekable(content)) {
      return LinkReading.of(channel);
    }
  }

  /** What lies beside the asker, as loaders are told in most cases; else whatever is called so. */
  @Override
  public Answer resolve(Demand demand) {
    List<Item> fitting =
        byName.getOrDefault(demand.name(), List.of()).stream().filter(fits(demand.from())).toList();
    List<Item> beside =
        fitting.stream().filter(i -> folder(i).equals(folder(demand.from()))).toList();
    List<Item> found = beside.isEmpty() ? fitting : beside;
    return found.isEmpty() ? new Answer.Nothing("") : new Answer.Items(found);
  }

  /** The folder of the asker, and what it runs on. */
  @Override
  public String scopeOf(Demand demand) {
    return folder(demand.from()) + " " + codes.get(demand.from()).text();
  }

  private static String folder(Item item) {
    return item.component().name() + "/" + Paths.folder(item.path());
  }
}
