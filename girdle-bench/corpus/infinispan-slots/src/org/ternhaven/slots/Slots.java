package org.ternhaven.slots;

import java.util.concurrent.TimeUnit;
import java.util.logging.Level;
import java.util.logging.Logger;
import org.infinispan.Cache;
import org.infinispan.manager.DefaultCacheManager;
import org.infinispan.notifications.Listener;
import org.infinispan.notifications.cachelistener.annotation.CacheEntryCreated;
import org.infinispan.notifications.cachelistener.event.CacheEntryCreatedEvent;

/** Which ship has which slot. */
public class Slots {
  @Listener
  public static class Watch {
    @CacheEntryCreated
    public void created(CacheEntryCreatedEvent<Integer, Object> event) {
      if (!event.isPre()) {
        System.out.println("created " + event.getKey());
      }
    }
  }

  public static void main(String[] args) throws Exception {
    Logger.getLogger("org").setLevel(Level.SEVERE);
    System.setProperty("java.net.preferIPv4Stack", "true");
    try (DefaultCacheManager manager = new DefaultCacheManager("slots.xml")) {
      Cache<Integer, Object> slots = manager.getCache("slots");
      slots.addListener(new Watch());
      slots.put(3, "Kittiwake");
      System.out.println("slot 3 " + slots.get(3));
      System.out.println("members " + manager.getMembers().size());
      Cache<Integer, Integer> numbers = manager.getCache("kept");
      for (int i = 1; i <= 3; i++) {
        numbers.put(i, i * 10);
      }
      System.out.println("sum " + numbers.values().stream().mapToInt(i -> i).sum());
      slots.put(4, "gone", 1, TimeUnit.MILLISECONDS);
      Thread.sleep(50);
      System.out.println("expired " + (slots.get(4) == null));
    }
    System.exit(0);
  }
}
