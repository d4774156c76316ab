package org.ternhaven.desk;

import javax.ejb.Singleton;
import javax.inject.Inject;

@Singleton
public class Tides {
  @Inject private Office office;

  public String tide(String gauge) {
    return gauge + " 4.2 bean " + office.name();
  }
}
