package org.ternhaven.slots;

import javax.cache.Cache;
import javax.cache.CacheManager;
import javax.cache.Caching;
import javax.cache.configuration.FactoryBuilder;
import javax.cache.configuration.MutableCacheEntryListenerConfiguration;
import javax.cache.configuration.MutableConfiguration;
import javax.cache.spi.CachingProvider;

public final class Slots {
  public static void main(String[] args) throws Exception {
    CachingProvider provider = Caching.getCachingProvider();
    System.out.println("provider " + provider.getClass().getSimpleName());
    CacheManager manager = provider.getCacheManager();
    Cache<String, String> berths =
        manager.createCache(
            "berths",
            new MutableConfiguration<String, String>()
                .addCacheEntryListenerConfiguration(
                    new MutableCacheEntryListenerConfiguration<>(
                        FactoryBuilder.factoryOf("org.ternhaven.slots.Listener"), null, false, true)));
    berths.put("7", "Kittiwake");
    System.out.println("7 " + berths.get("7"));
    Cache<String, String> tides =
        manager.createCache(
            "tides",
            new MutableConfiguration<String, String>()
                .setReadThrough(true)
                .setCacheLoaderFactory(FactoryBuilder.factoryOf("org.ternhaven." + args[0])));
    System.out.println("read through " + tides.get("north"));
    manager.close();
    System.exit(0);
  }
}
