package dev.girdle.closure;

import dev.girdle.app.Item;

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
  public boolean isSure(Demand demand, Strength reach) {
    return reach == Strength.HARD;
  }

  @Override
  public Answer resolve(Demand demand) {
    return new Answer.Nothing("");
  }

  @Override
  public String familyOf(Demand missing) {
    return missing.name().substring(0, 1);
  }
}
