package org.ternhaven.slots;

import javax.cache.event.CacheEntryCreatedListener;
import javax.cache.event.CacheEntryEvent;

public class Listener implements CacheEntryCreatedListener<String, String>, java.io.Serializable {
  @Override
  public void onCreated(Iterable<CacheEntryEvent<? extends String, ? extends String>> events) {
    events.forEach(e -> System.out.println("told " + e.getKey()));
  }
}
