package dev.girdle.python.pack;

import java.util.Locale;

/** Names of projects (PyPA specifications, "Names and normalization"). */
public final class ProjectName {
  private ProjectName() {}

  /**
   * A name as it is compared.
   *
   * @param name in any spelling
   * @return small letters, digits and hyphens
   */
  public static String normal(String name) {
    return name.toLowerCase(Locale.ROOT).replaceAll("[-_.]+", "-");
  }
}
