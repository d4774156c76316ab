package dev.girdle.java.maven;

import dev.girdle.app.Absent;
import java.util.List;

/**
 * What a project's declared dependencies come to.
 *
 * @param libraries what goes along at run time, in class-path order
 * @param absent what is declared and does not go along
 * @param missing what should go along and is not to be found, one line for each
 * @param notices what the user should know, one sentence each
 */
public record Resolution(
    List<Library> libraries, List<Absent> absent, List<String> missing, List<String> notices) {
  /** Copies the lists. */
  public Resolution {
    libraries = List.copyOf(libraries);
    absent = List.copyOf(absent);
    missing = List.copyOf(missing);
    notices = List.copyOf(notices);
  }
}
