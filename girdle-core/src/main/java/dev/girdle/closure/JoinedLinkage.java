package dev.girdle.closure;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The language that leads, and others beside it: an item's demands are those that all of them read,
 * and a demand is answered by the one whose kind of thing it is for.
 */
public final class JoinedLinkage implements Linkage {
  private final Linkage lead;
  private final List<SideLinkage> sides;

  /**
   * Joins the language that leads with others.
   *
   * @param lead the language that leads
   * @param sides the others; of two that answer for the same kind of thing the first counts
   */
  public JoinedLinkage(Linkage lead, List<SideLinkage> sides) {
    this.lead = lead;
    this.sides = List.copyOf(sides);
  }

  private interface Reading {
    ItemDemands of(ItemReader reader) throws UnreadableItemException, IOException;
  }

  private ItemDemands read(Item item, Reading reading) throws UnreadableItemException, IOException {
    ItemDemands ofLead = reading.of(lead);
    List<SideLinkage> readers = sides.stream().filter(s -> s.reads(item)).toList();
    if (readers.isEmpty()) {
      return ofLead;
    }
    List<Demand> named = new ArrayList<>(ofLead.named());
    List<DynamicReference> open = new ArrayList<>(ofLead.open());
    for (SideLinkage side : readers) {
      ItemDemands ofSide = reading.of(side);
      named.addAll(ofSide.named());
      open.addAll(ofSide.open());
    }
    return new ItemDemands(named, open);
  }

  private Linkage answering(Demand demand) {
    for (SideLinkage side : sides) {
      if (side.answers(demand.thing())) {
        return side;
      }
    }
    return lead;
  }

  @Override
  public ItemDemands demandsOf(Item item) throws UnreadableItemException, IOException {
    return read(item, reader -> reader.demandsOf(item));
  }

  @Override
  public ItemDemands demandsOf(Item item, String part) throws UnreadableItemException, IOException {
    return read(item, reader -> reader.demandsOf(item, part));
  }

  @Override
  public ItemDemands glance(Item item) throws UnreadableItemException, IOException {
    return read(item, reader -> reader.glance(item));
  }

  @Override
  public Answer resolve(Demand demand) {
    return answering(demand).resolve(demand);
  }

  @Override
  public String scopeOf(Demand demand) {
    return answering(demand).scopeOf(demand);
  }

  @Override
  public List<Demand> meanings(DynamicReference open) {
    return lead.meanings(open);
  }

  @Override
  public List<Demand> implied(Set<Item> reached, List<DynamicReference> open) {
    return lead.implied(reached, open);
  }

  @Override
  public List<Demand> declared(Set<Component> reached) {
    return lead.declared(reached);
  }

  @Override
  public Set<String> absentHolders(Demand missing) {
    return answering(missing).absentHolders(missing);
  }

  @Override
  public boolean isSure(Demand demand, Strength reach) {
    return answering(demand).isSure(demand, reach);
  }

  @Override
  public boolean isDeclared(Demand demand) {
    return answering(demand).isDeclared(demand);
  }

  @Override
  public Optional<String> excuseFor(Demand demand) {
    return answering(demand).excuseFor(demand);
  }

  @Override
  public String familyOf(Demand missing) {
    return answering(missing).familyOf(missing);
  }

  @Override
  public String vendorOf(Item item) {
    return lead.vendorOf(item);
  }
}
