package org.ternhaven;
import java.util.*;
import java.util.stream.*;
public record Berth(String name, double depth) {
  sealed interface State permits Free, Taken {}
  record Free() implements State {}
  record Taken(String ship) implements State {}
  static List<String> names(List<Berth> all) {
    return all.stream().filter(b -> b.depth() > 3).map(Berth::name).collect(Collectors.toList());
  }
}
