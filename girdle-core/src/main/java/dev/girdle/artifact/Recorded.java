package dev.girdle.artifact;

import dev.girdle.record.Demands.Step;
import java.util.List;

/**
 * What an artifact itself tells of a thing: why it is in, out, or missing.
 *
 * @param subject what it is about, in its full name
 * @param state what became of it
 * @param where what it lies or lay in; may be empty
 * @param why a reason as the record has it; empty if the chain tells
 * @param bytes its size; 0 if not known
 * @param reached of a component, how many of its items are in the closure; 0 for others
 * @param items of a component, how many items it has; 0 for others
 * @param chain the demands from the plan's to the one that reached it; may be empty
 */
public record Recorded(
    String subject,
    State state,
    String where,
    String why,
    long bytes,
    int reached,
    int items,
    List<Step> chain) {
  /** What became of a thing. */
  public enum State {
    /** A thing that is in the closure. */
    REACHED,
    /** A component that went in. */
    COMPONENT,
    /** A file that went in. */
    FILE,
    /** What stayed behind. */
    LEFT_OUT,
    /** What is asked for and not there. */
    MISSING
  }

  /** Copies the list. */
  public Recorded {
    chain = List.copyOf(chain);
  }

  /**
   * Whether it is in the artifact.
   *
   * @return false for what is left out or missing
   */
  public boolean isIn() {
    return state != State.LEFT_OUT && state != State.MISSING;
  }
}
