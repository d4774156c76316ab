package dev.girdle.closure;

/**
 * How something is asked for.
 *
 * @param how in which way
 * @param strength how badly
 * @param excuse why it is not hard, a few words for the user; empty if it is, or if there is no
 *     more to say
 */
public record Need(How how, Strength strength, String excuse) {
  /**
   * A need that is not excused.
   *
   * @param how in which way
   * @param strength how badly
   * @return the need
   */
  public static Need of(How how, Strength strength) {
    return new Need(how, strength, "");
  }

  Need weakened(Strength to) {
    return new Need(how, to, excuse);
  }

  Need excused(String why) {
    return new Need(how, Strength.SOFT, why);
  }
}
