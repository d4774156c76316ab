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
 * @param parts the parts of it that go along, each with the reason; empty if all do
 * @param leftOut parts that stay behind though nobody looked whether they are needed: parts that
 *     only services or reflection ask for, files for development; each with the reason
 */
public record LayoutRuntime(
    String title,
    String version,
    String kind,
    Map<String, String> parts,
    Map<String, String> leftOut) {
  /** Copies the maps, sorted by name. */
  public LayoutRuntime {
    parts = Collections.unmodifiableMap(new TreeMap<>(parts));
    leftOut = Collections.unmodifiableMap(new TreeMap<>(leftOut));
  }
}
