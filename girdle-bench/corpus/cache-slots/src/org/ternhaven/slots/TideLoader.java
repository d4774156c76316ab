package org.ternhaven.slots;

import java.util.HashMap;
import java.util.Map;
import javax.cache.integration.CacheLoader;

public class TideLoader implements CacheLoader<String, String> {
  @Override
  public String load(String gauge) {
    return "tide of " + gauge;
  }

  @Override
  public Map<String, String> loadAll(Iterable<? extends String> gauges) {
    Map<String, String> all = new HashMap<>();
    gauges.forEach(g -> all.put(g, load(g)));
    return all;
  }
}
