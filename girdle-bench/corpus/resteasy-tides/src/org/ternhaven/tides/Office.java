package org.ternhaven.tides;

import jakarta.ws.rs.ApplicationPath;
import jakarta.ws.rs.core.Application;
import java.util.Set;

@ApplicationPath("/office")
public class Office extends Application {
  @Override
  public Set<Class<?>> getClasses() {
    return Set.of(TideResource.class);
  }
}
