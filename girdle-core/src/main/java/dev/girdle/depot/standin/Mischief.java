package dev.girdle.depot.standin;

import dev.girdle.fault.GirdleException;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How a depot misbehaves, for tests of those who speak with it.
 *
 * @param kind what it does
 * @param value a status, milliseconds, or bytes
 * @param every on one of so many requests that it is for
 * @param dice decide which; the same ones each time
 */
public record Mischief(Kind kind, int value, int every, Random dice) {
  private static final Pattern TEXT =
      Pattern.compile("([a-z]+)(?:=([0-9]{1,9}))?(?:/([0-9]{1,6}))?");

  /** What it does. */
  public enum Kind {
    /** Answers with a status. */
    STATUS,
    /** Waits before it answers. */
    SLOW,
    /** Breaks the line off after some bytes of what it takes or gives. */
    CUT,
    /** Flips a bit of what it gives. */
    FLIP,
    /** Sends a manifest without an end. */
    ENDLESS,
    /** Knows nothing of what is attached. */
    FORGETFUL
  }

  /**
   * Reads what a user writes: {@code KIND=VALUE/EVERY}, with commas between several.
   *
   * @param text for example {@code status=503/3,slow=200}
   * @return one for each
   */
  public static List<Mischief> of(String text) {
    List<Mischief> all = new ArrayList<>();
    for (String one : text.split(",")) {
      Matcher matcher = TEXT.matcher(one.strip());
      Kind kind = null;
      for (Kind known : Kind.values()) {
        if (matcher.matches() && known.name().equalsIgnoreCase(matcher.group(1))) {
          kind = known;
        }
      }
      if (kind == null) {
        throw GirdleException.request(
            one + " is no way to misbehave",
            "  status=503/3, slow=200, cut=1000/5, flip/4, endless, forgetful: KIND=VALUE/EVERY");
      }
      all.add(
          new Mischief(
              kind,
              matcher.group(2) == null ? 0 : Integer.parseInt(matcher.group(2)),
              matcher.group(3) == null ? 1 : Math.max(1, Integer.parseInt(matcher.group(3))),
              new Random(1)));
    }
    return all;
  }

  /** Whether it is time. */
  boolean isDue() {
    return dice.nextInt(every) == 0;
  }
}
