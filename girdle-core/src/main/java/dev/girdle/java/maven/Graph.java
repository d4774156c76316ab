package dev.girdle.java.maven;

import java.util.ArrayList;
import java.util.List;

/** The parts of the tree of declared dependencies while it is resolved. */
final class Graph {
  private Graph() {}

  /** One library in the tree. */
  static final class Node {
    final Coordinates coordinates;
    final Node parent;
    final int depth;
    final Scope declared;
    final boolean optional;
    final List<String> exclusions;
    final List<Node> children = new ArrayList<>();

    /** Nodes that ask for the same library and came later. */
    final List<Node> others = new ArrayList<>();

    Scope scope;

    Node(
        Coordinates coordinates,
        Node parent,
        Scope declared,
        boolean optional,
        List<String> exclusions) {
      this.coordinates = coordinates;
      this.parent = parent;
      this.depth = parent == null ? 0 : parent.depth + 1;
      this.declared = declared;
      this.optional = optional;
      this.exclusions = exclusions;
    }

    /** Who leads here, from the project down. */
    List<String> path() {
      List<String> path = new ArrayList<>();
      for (Node n = parent; n != null; n = n.parent) {
        path.add(0, n.coordinates.text());
      }
      return path;
    }

    /** The exclusion, of this or any node above, that keeps a library out; null if none does. */
    Node excluderOf(Coordinates other) {
      for (Node n = this; n != null; n = n.parent) {
        for (String exclusion : n.exclusions) {
          String[] parts = exclusion.split(":");
          boolean group = parts[0].equals("*") || parts[0].equals(other.group());
          boolean artifact = parts[1].equals("*") || parts[1].equals(other.artifact());
          if (group && artifact) {
            return n;
          }
        }
      }
      return null;
    }
  }

  /** When a dependency is needed (dependency mechanism, "Dependency Scope"), the widest first. */
  enum Scope {
    COMPILE,
    RUNTIME,
    PROVIDED,
    SYSTEM,
    TEST;

    static Scope of(String text) {
      return switch (text == null ? "compile" : text) {
        case "runtime" -> RUNTIME;
        case "provided" -> PROVIDED;
        case "system" -> SYSTEM;
        case "test" -> TEST;
        default -> COMPILE;
      };
    }

    /** The scope of something that is reached through something of this scope. */
    Scope through(Scope declared) {
      return switch (this) {
        case COMPILE -> declared;
        case RUNTIME -> RUNTIME;
        default -> this;
      };
    }

    boolean atRunTime() {
      return this == COMPILE || this == RUNTIME;
    }

    boolean isPassedOn() {
      return atRunTime();
    }

    String text() {
      return name().toLowerCase(java.util.Locale.ROOT);
    }
  }
}
