package dev.girdle.probe;

/** Runs probes by their names and says for each how it went. */
public final class Probes {
  /** What stands before the name of a probe that went well, on a line of its own. */
  public static final String WELL = "well ";

  /** What stands before the name of a probe that failed, followed by a colon and the reason. */
  public static final String BADLY = "badly ";

  private Probes() {}

  /**
   * Runs the probes that are named and prints a line for each.
   *
   * @param names simple names of classes of this package
   */
  public static void main(String[] names) {
    String here = Probes.class.getName();
    String inPackage = here.substring(0, here.lastIndexOf('.') + 1);
    for (String name : names) {
      try {
        ((Probe) Class.forName(inPackage + name).getDeclaredConstructor().newInstance()).run();
        System.out.println(WELL + name);
      } catch (Throwable e) {
        System.out.println(BADLY + name + ": " + e.toString().replace('\n', ' '));
      }
    }
    System.exit(0); // subsystems may have started threads
  }
}
