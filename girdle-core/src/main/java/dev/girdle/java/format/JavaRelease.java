package dev.girdle.java.format;

import dev.girdle.app.ReleaseRange;
import dev.girdle.ecosystem.RuntimeNeed;

/**
 * Which Java a program needs.
 *
 * @param feature the oldest feature release that will do
 * @param exactly whether only that very release will do, as for preview features (JEP 12)
 */
public record JavaRelease(int feature, boolean exactly) {
  /**
   * What a need says.
   *
   * @param need made by {@link #need}
   * @return the same release
   */
  public static JavaRelease of(RuntimeNeed need) {
    return new JavaRelease(Integer.parseInt(need.range().least()), need.range().isExact());
  }

  /**
   * The same for all languages.
   *
   * @param because the item that asks for it
   * @return the need
   */
  public RuntimeNeed need(String because) {
    ReleaseRange range = ReleaseRange.of((exactly ? "=" : ">=") + feature);
    return new RuntimeNeed(
        JavaLanguage.NAME, range, exactly ? "with preview features" : "", because);
  }
}
