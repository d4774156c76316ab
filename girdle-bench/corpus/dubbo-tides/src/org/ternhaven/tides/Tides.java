package org.ternhaven.tides;

public interface Tides {
  Tide level(String quay);
}
