package dev.girdle.closure;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A language in which nothing demands anything and all is sure; tests say what is different. */
abstract class MadeUpLanguage implements Linkage {
  static final Thing LETTER = new Thing("letter", "letter", true);
  static final How CALL = How.of("call", "calls", "called by");
  static final How INHERITANCE = new How("inheritance", "extends", "extended by", true);

  @Override
  public ItemDemands demandsOf(Item item) throws UnreadableItemException {
    return ItemDemands.NONE;
  }

  @Override
  public ItemDemands demandsOf(Item item, String part) {
    return ItemDemands.NONE;
  }

  @Override
  public ItemDemands glance(Item item) throws UnreadableItemException {
    return demandsOf(item);
  }

  @Override
  public List<Demand> implied(Set<Item> reached) {
    return List.of();
  }

  @Override
  public boolean isSure(Demand demand, Strength reach) {
    return reach == Strength.HARD;
  }

  @Override
  public List<Demand> declared(Set<Component> reached) {
    return List.of();
  }

  @Override
  public Set<String> absentHolders(Demand missing) {
    return Set.of();
  }

  @Override
  public boolean isDeclared(Demand demand) {
    return false;
  }

  @Override
  public Optional<String> excuseFor(Demand demand) {
    return Optional.empty();
  }

  @Override
  public Answer resolve(Demand demand) {
    return new Answer.Nothing("");
  }

  @Override
  public List<Demand> meanings(DynamicReference open) {
    return List.of();
  }

  @Override
  public String familyOf(Demand missing) {
    return missing.name().substring(0, 1);
  }

  @Override
  public String vendorOf(Item item) {
    return item.component().name();
  }
}
