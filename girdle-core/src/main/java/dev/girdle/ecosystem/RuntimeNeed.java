package dev.girdle.ecosystem;

import dev.girdle.app.ReleaseRange;

/**
 * The runtime that a program needs.
 *
 * @param language for the user: "Java"
 * @param range which releases of it will do
 * @param remark what else it has to be started with, for sentences; empty if nothing
 * @param because the item that asks for it
 */
public record RuntimeNeed(String language, ReleaseRange range, String remark, String because) {
  /**
   * The need in words.
   *
   * @return for example {@code Java 17 or newer}
   */
  public String text() {
    return language + " " + range.words() + (remark.isEmpty() ? "" : ", " + remark);
  }
}
