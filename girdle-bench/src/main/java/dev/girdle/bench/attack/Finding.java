package dev.girdle.bench.attack;

/**
 * Something that must not be.
 *
 * @param attack what was done, so that it can be done again
 * @param command what was run then
 * @param what what was wrong
 * @param said the start of what was printed
 */
record Finding(String attack, String command, String what, String said) {
  private static final int MOST = Integer.getInteger("attack.shown", 400);

  @Override
  public String toString() {
    String start = said.length() > MOST ? said.substring(0, MOST) + " ..." : said;
    return attack
        + ": "
        + what
        + "\n    girdle "
        + command
        + "\n    "
        + start.replaceAll("[\\p{Cntrl}&&[^\n]]", "?").strip().replace("\n", "\n    ");
  }
}
