package org.ternhaven.slots;

import com.hazelcast.core.EntryEvent;
import com.hazelcast.map.listener.EntryUpdatedListener;
import java.util.concurrent.atomic.AtomicInteger;

public class Log implements EntryUpdatedListener<String, Ship> {
  static final AtomicInteger SEEN = new AtomicInteger();

  @Override
  public void entryUpdated(EntryEvent<String, Ship> event) {
    SEEN.incrementAndGet();
  }
}
