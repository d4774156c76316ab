package org.ternhaven.desk.services;

import java.util.List;

/** Who is in. */
public class Roster {
  public List<String> ships() {
    return List.of("Tern", "Skua");
  }
}
