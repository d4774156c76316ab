package dev.girdle.layout;

import java.util.Collections;
import java.util.Map;
import java.util.TreeMap;

/**
 * The runtime that goes along.
 *
 * @param title what it is: "Java 17.0.15 of Debian"
 * @param version its version
 * @param kind "whole" or "trimmed"
 * @param modules the parts of it that go along, each with the reason; empty if all do
 * @param leftOut parts that stay behind though nobody looked whether they are needed: modules that
 *     only services or reflection ask for, files for development; each with the reason
 */
public record LayoutRuntime(
    String title,
    String version,
    String kind,
    Map<String, String> modules,
    Map<String, String> leftOut) {
  /** Copies the maps, sorted by name. */
  public LayoutRuntime {
    modules = Collections.unmodifiableMap(new TreeMap<>(modules));
    leftOut = Collections.unmodifiableMap(new TreeMap<>(leftOut));
  }
}
