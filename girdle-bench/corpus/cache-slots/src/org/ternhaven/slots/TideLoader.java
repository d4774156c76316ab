package org.ternhaven.slots;

import org.ehcache.spi.loaderwriter.CacheLoaderWriter;

public class TideLoader implements CacheLoaderWriter<String, String> {
  @Override
  public String load(String gauge) {
    return "tide of " + gauge;
  }

  @Override
  public void write(String key, String value) {}

  @Override
  public void delete(String key) {}
}
