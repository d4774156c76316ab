package org.ternhaven.cover;

import java.util.function.IntFunction;

public class Tide implements IntFunction<String> {
  @Override
  public String apply(int level) {
    if (level > 4) {
      return "high";
    }
    return "low";
  }
}
