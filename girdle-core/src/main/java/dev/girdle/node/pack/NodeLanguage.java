package dev.girdle.node.pack;

/** What the language is called, wherever languages are told apart. */
public final class NodeLanguage {
  /** The word for plans, options, records. */
  public static final String ID = "node";

  /** The word for people. */
  public static final String NAME = "Node.js";

  private NodeLanguage() {}
}
