package org.ternhaven.slots;

import com.hazelcast.map.EntryProcessor;
import java.util.Map;

public class Longer implements EntryProcessor<String, Ship, Integer> {
  @Override
  public Integer process(Map.Entry<String, Ship> entry) {
    Ship ship = entry.getValue();
    ship.setLength(ship.getLength() + 10);
    entry.setValue(ship);
    return ship.getLength();
  }
}
