package org.ternhaven.berths;

import java.util.Map;
import java.util.TreeMap;
import org.axonframework.eventhandling.EventHandler;
import org.axonframework.queryhandling.QueryHandler;

public class Board {
  private final Map<String, String> ships = new TreeMap<>();

  @EventHandler
  public void on(Berth.Assigned event) {
    ships.put(event.berth(), event.ship());
    System.out.println("assigned " + event.ship() + " to " + event.berth());
  }

  @QueryHandler(queryName = "who")
  public String who(String berth) {
    return ships.get(berth);
  }
}
