package dev.girdle.ecosystem;

import dev.girdle.app.Application;
import dev.girdle.fault.GirdleException;
import dev.girdle.layout.Layout;

/** One language: how its applications are surveyed, examined and laid out. */
public interface Ecosystem {
  /**
   * The language's name, for users.
   *
   * @return for example "Java"
   */
  String name();

  /**
   * Looks at what the user has built.
   *
   * @param request what to look at
   * @return the application; the caller closes it
   * @throws GirdleException if it is no application of this language, or a part of it is damaged or
   *     hostile; everything that is wrong is told at once
   */
  Application survey(SurveyRequest request);

  /**
   * Prepares to walk over an application's items.
   *
   * @param application surveyed by this ecosystem
   * @return what the language knows about it
   */
  Examination examine(Application application);

  /**
   * Lays the kept components out as the files of an artifact.
   *
   * @param request what to lay out, and how
   * @return the finished tree
   */
  Layout layOut(LayoutRequest request);
}
