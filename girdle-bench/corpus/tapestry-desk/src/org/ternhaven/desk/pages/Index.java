package org.ternhaven.desk.pages;

import java.util.List;
import org.apache.tapestry5.annotations.Import;
import org.apache.tapestry5.annotations.Property;
import org.apache.tapestry5.ioc.annotations.Inject;
import org.ternhaven.desk.services.Roster;

/** The first page. */
@Import(stylesheet = "desk.css")
public class Index {
  @Inject private Roster roster;
  @Property private String ship;

  public List<String> getShips() {
    return roster.ships();
  }

  Object onActivate(String anything) {
    return new org.apache.tapestry5.services.HttpError(404, "no such page");
  }
}
