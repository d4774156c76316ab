package org.ternhaven.desk;

import javax.enterprise.context.ApplicationScoped;

@ApplicationScoped
public class Office {
  public String name() {
    return "Harbour";
  }
}
