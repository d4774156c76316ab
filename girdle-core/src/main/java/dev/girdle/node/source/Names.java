package dev.girdle.node.source;

import java.util.Arrays;

/**
 * The names of one text, each of them once: a text says the same few names again and again, and to
 * cut each of them out anew takes longer than all the rest.
 */
final class Names {
  private String[] table = new String[512];
  private int count;

  /**
   * The name that stands in a text.
   *
   * @param hash what {@link String#hashCode} would be of it
   */
  String of(String text, int begin, int end, int hash) {
    int place = hash & table.length - 1;
    for (String name = table[place]; name != null; name = table[place]) {
      boolean isIt =
          name.hashCode() == hash && name.length() == end - begin && text.startsWith(name, begin);
      if (isIt) {
        return name;
      }
      place = place + 1 & table.length - 1;
    }
    String name = text.substring(begin, end);
    table[place] = name;
    if (++count > table.length / 2) {
      grow();
    }
    return name;
  }

  private void grow() {
    String[] old = table;
    table = new String[old.length * 2];
    Arrays.stream(old)
        .filter(name -> name != null)
        .forEach(
            name -> {
              int place = name.hashCode() & table.length - 1;
              while (table[place] != null) {
                place = place + 1 & table.length - 1;
              }
              table[place] = name;
            });
  }
}
