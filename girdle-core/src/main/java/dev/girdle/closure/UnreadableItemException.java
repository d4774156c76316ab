package dev.girdle.closure;

/** An item cannot be read for what it demands: it is damaged, or newer than the reader knows. */
public final class UnreadableItemException extends Exception {
  private static final long serialVersionUID = 1L;

  /**
   * Creates the failure.
   *
   * @param why for the user, without the item's name
   */
  public UnreadableItemException(String why) {
    super(why);
  }
}
