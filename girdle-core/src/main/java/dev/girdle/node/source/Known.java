package dev.girdle.node.source;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/**
 * What is known of a text that code puts together.
 *
 * @param fromFolder whether it begins with the folder that the file lies in
 * @param parts known texts in their order; null for what is not known
 */
record Known(boolean fromFolder, List<String> parts) {
  /** Copies the list. */
  Known {
    parts = Collections.unmodifiableList(new ArrayList<>(parts));
  }

  /** Nothing is known. */
  static final Known NOTHING = new Known(false, Collections.singletonList(null));

  static Known of(String text) {
    return new Known(false, List.of(text));
  }

  /** The folder that the file lies in. */
  static Known folder() {
    return new Known(true, List.of());
  }

  /** One text behind the other. */
  Known then(Known other) {
    List<String> all = new ArrayList<>(parts);
    all.addAll(other.fromFolder ? NOTHING.parts : other.parts);
    return new Known(fromFolder, all);
  }

  /** The whole text; null if some of it is not known. */
  String text() {
    return parts.contains(null) ? null : String.join("", parts);
  }

  /** What it begins with, as far as it is known. */
  String begin() {
    StringBuilder begin = new StringBuilder();
    for (String part : parts) {
      if (part == null) {
        break;
      }
      begin.append(part);
    }
    return begin.toString();
  }

  /** What it ends with behind all that is not known; empty if it is known whole. */
  String end() {
    StringBuilder end = new StringBuilder();
    for (int i = parts.size() - 1; i >= 0 && parts.get(i) != null; i--) {
      end.insert(0, parts.get(i));
    }
    return parts.contains(null) ? end.toString() : "";
  }
}
