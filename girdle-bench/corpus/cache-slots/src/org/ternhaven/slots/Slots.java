package org.ternhaven.slots;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import javax.cache.Cache;
import javax.cache.CacheManager;
import javax.cache.Caching;
import javax.cache.spi.CachingProvider;
import org.ehcache.config.builders.CacheConfigurationBuilder;
import org.ehcache.config.builders.CacheManagerBuilder;
import org.ehcache.config.builders.ResourcePoolsBuilder;
import org.ehcache.config.units.MemoryUnit;

public final class Slots {
  public static void main(String[] args) throws Exception {
    CachingProvider provider = Caching.getCachingProvider();
    System.out.println("provider " + provider.getClass().getSimpleName().replace("CachingProvider", ""));
    CacheManager manager =
        provider.getCacheManager(
            Slots.class.getResource("/caches.xml").toURI(), Slots.class.getClassLoader());
    Cache<String, String> berths = manager.getCache("berths", String.class, String.class);
    berths.put("7", "Kittiwake");
    System.out.println("7 " + berths.get("7"));
    Cache<String, String> tides = manager.getCache("tides", String.class, String.class);
    System.out.println("read through " + tides.get("north"));
    manager.close();
    Path folder = Files.createTempDirectory("slots");
    for (int i = 0; i < 2; i++) {
      try (org.ehcache.PersistentCacheManager own =
          CacheManagerBuilder.newCacheManagerBuilder()
              .with(CacheManagerBuilder.persistence(folder.toFile()))
              .withCache(
                  "ships",
                  CacheConfigurationBuilder.newCacheConfigurationBuilder(
                      Long.class,
                      String.class,
                      ResourcePoolsBuilder.newResourcePoolsBuilder()
                          .heap(10)
                          .offheap(1, MemoryUnit.MB)
                          .disk(10, MemoryUnit.MB, true)))
              .build(true)) {
        org.ehcache.Cache<Long, String> ships = own.getCache("ships", Long.class, String.class);
        if (i == 0) {
          ships.put(9L, "Dunlin");
        } else {
          System.out.println("stored " + ships.get(9L));
        }
      }
    }
    try (var files = Files.walk(folder)) {
      files.sorted(Comparator.reverseOrder()).forEach(f -> f.toFile().delete());
    }
    System.exit(0);
  }
}
