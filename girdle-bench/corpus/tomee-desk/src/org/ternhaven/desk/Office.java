package org.ternhaven.desk;

import jakarta.enterprise.context.ApplicationScoped;

@ApplicationScoped
public class Office {
  public String name() {
    return "Harbour";
  }
}
