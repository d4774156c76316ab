package dev.girdle.report;

import java.util.List;

/**
 * A component as the picture shows it.
 *
 * @param name its name
 * @param origin where it lay in the application; empty if it did not
 * @param role what it is to the application, for the user
 * @param release its release; empty if not known
 * @param broughtBy how it came into the application; may be empty
 * @param why why it goes along or stays behind
 * @param licences its licences; empty if not known
 * @param address its package URL; empty if it has none
 * @param in whether it goes along, whole or in part
 * @param supplied whether it is part of what is handed out or left out; false for a runtime that
 *     the receiver has
 */
public record ReportPart(
    String name,
    String origin,
    String role,
    String release,
    String broughtBy,
    String why,
    List<String> licences,
    String address,
    boolean in,
    boolean supplied) {
  /** Copies the list. */
  public ReportPart {
    licences = List.copyOf(licences);
  }

  /**
   * Something that is no component of the application, such as what Girdle itself adds.
   *
   * @param name what it is called
   * @param role what it is, for the user
   * @param why why it goes along or stays behind
   * @param in whether it goes along
   * @return a part that is handed out or left out
   */
  public static ReportPart besides(String name, String role, String why, boolean in) {
    return new ReportPart(name, "", role, "", "", why, List.of(), "", in, true);
  }
}
