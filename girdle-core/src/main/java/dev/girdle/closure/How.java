package dev.girdle.closure;

/**
 * In which way something is asked for. Languages bring their own; those that stand here are what
 * the engine itself says.
 *
 * @param id short, unique over all languages, of small letters; stands in JSON
 * @param verb for a sentence with the asking item before and the wanted one after it: "calls"
 * @param passive for a sentence with the wanted thing before and the asking item after it: "called
 *     by"
 * @param isBasis whether what asks cannot even be loaded without what it asks for
 */
public record How(String id, String verb, String passive, boolean isBasis) {
  /** The user named it. */
  public static final How PLAN = of("plan", "starts with", "named by");

  /** The user says that the program begins with it. */
  public static final How BEGINS = of("begins", "begins with", "begun with by");

  /** The user wants it in any case. */
  public static final How ALWAYS = of("always", "always keeps", "always kept by");

  /** It is the application's own. */
  public static final How OWN = of("own", "has as its own", "its own, handed over by");

  /** It can be opened by any name, since it is a file of a component that holds no code. */
  public static final How BROUGHT =
      of("brought", "brings along, to be opened by any name,", "brought along by");

  /** It travels along with what is reached of its component. */
  public static final How ALONG = of("along", "takes along", "taken along by");

  /** Makers say that what they have made needs it. */
  public static final How DECLARED =
      of("declared", "is declared to need", "declared to be needed by");

  /** Part of an item: what uses it uses the item. */
  public static final How PART = of("part", "is part of", "part of it is");

  /** It was seen in use when the program ran. */
  public static final How EVIDENCE = of("evidence", "was seen to use", "seen in use in");

  /** One of the things that a name, known only at run time, could stand for. */
  public static final How OPEN =
      of("open", "asks by a name known only at run time, which may mean", "may be meant by");

  /**
   * A way of asking for what one can be loaded without.
   *
   * @param id short, unique over all languages
   * @param verb "calls"
   * @param passive "called by"
   * @return the way
   */
  public static How of(String id, String verb, String passive) {
    return new How(id, verb, passive, false);
  }

  @Override
  public boolean equals(Object other) {
    return this == other || other instanceof How how && id.equals(how.id);
  }

  @Override
  public int hashCode() {
    return id.hashCode();
  }
}
