package dev.girdle.java.value;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** What is known about one value. */
public sealed interface Value {
  /** Nothing is known. */
  Value UNKNOWN = new Unknown();

  /** Nothing is known. */
  record Unknown() implements Value {}

  /**
   * One of these texts.
   *
   * @param all one or more
   */
  record Texts(Set<String> all) implements Value {
    private static final int MOST = 16;

    /** Copies the set. */
    public Texts {
      all = Set.copyOf(all);
    }
  }

  /**
   * A text that starts and ends with something known.
   *
   * @param prefix what it starts with; may be empty
   * @param suffix what it ends with; may be empty
   */
  record Joined(String prefix, String suffix) implements Value {}

  /**
   * A class literal.
   *
   * @param internalName the class's internal name (Java Virtual Machine Specification 4.2.1)
   */
  record Literal(String internalName) implements Value {}

  /** Handed in: an argument of the method, or what an object was given and keeps. */
  record Given() implements Value {}

  /** A class that is loaded already, or its name. */
  record Loaded() implements Value {}

  /**
   * An array whose elements are known as far as they were put in.
   *
   * @param elements grows as the code goes on
   */
  record Elements(List<Value> elements) implements Value {}

  /**
   * A text that is being put together.
   *
   * @param parts texts, and null for what is not known; grows as the code goes on
   */
  record Building(List<String> parts) implements Value {
    Building() {
      this(new ArrayList<>());
    }

    Value finished() {
      return join(parts);
    }
  }

  /**
   * One text.
   *
   * @param text the text
   * @return a known value
   */
  static Value of(String text) {
    return new Texts(Set.of(text));
  }

  /**
   * The only text that a value can be.
   *
   * @return null if it is not known, or one of several
   */
  default String text() {
    return this instanceof Texts t && t.all.size() == 1 ? t.all.iterator().next() : null;
  }

  /** Puts texts together; null stands for what is not known. */
  static Value join(List<String> parts) {
    if (!parts.contains(null)) {
      return of(String.join("", parts));
    }
    StringBuilder prefix = new StringBuilder();
    int i = 0;
    while (parts.get(i) != null) {
      prefix.append(parts.get(i++));
    }
    StringBuilder suffix = new StringBuilder();
    int j = parts.size() - 1;
    while (parts.get(j) != null) {
      suffix.insert(0, parts.get(j--));
    }
    boolean known = prefix.length() > 0 || suffix.length() > 0;
    return known ? new Joined(prefix.toString(), suffix.toString()) : UNKNOWN;
  }

  /** What is known where two ways of the code meet. */
  static Value either(Value a, Value b) {
    if (a.equals(b)) {
      return a;
    }
    if (isGiven(a, b) || isGiven(b, a)) {
      return new Given(); // where texts in code are known, they count by themselves
    }
    if (a instanceof Texts x && b instanceof Texts y) {
      Set<String> all = new TreeSet<>(x.all);
      all.addAll(y.all);
      return all.size() > Texts.MOST ? UNKNOWN : new Texts(all);
    }
    return UNKNOWN;
  }

  private static boolean isGiven(Value a, Value b) {
    return a instanceof Given && b instanceof Texts;
  }
}
