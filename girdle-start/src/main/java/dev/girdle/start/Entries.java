package dev.girdle.start;

import java.io.DataInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The ways to start the application of an archive.
 *
 * <p>Format, in the index of a nested archive and in the file {@value #PATH} of a merged one (all
 * numbers big-endian):
 *
 * <pre>
 * UTF   what the names of the application's environment variables start with
 * int   number of entries;  then for each:
 *   UTF   name
 *   UTF   main class
 *   int   number of fixed arguments;  then each: UTF
 *   int   number of system properties;  then of each: UTF name, UTF value
 * </pre>
 *
 * The first entry is the main one. Another is chosen by the system property {@value #PROPERTY} or
 * the environment variable that is called like the application with {@code _ENTRY} behind it, so
 * that nothing collides with the application's own arguments.
 */
public final class Entries {
  /** Where the entries lie in a merged archive. */
  public static final String PATH = "META-INF/girdle/entries";

  /** The system property that chooses an entry. */
  public static final String PROPERTY = "girdle.entry";

  private final String variable;
  private final Map<String, Entry> entries = new LinkedHashMap<>();

  /** One way to start the application. */
  static final class Entry {
    final String mainClass;
    final String[] arguments;
    final Map<String, String> properties = new LinkedHashMap<>();

    Entry(String mainClass, String[] arguments) {
      this.mainClass = mainClass;
      this.arguments = arguments;
    }
  }

  private Entries(String prefix) {
    this.variable = prefix + "_ENTRY";
  }

  static Entries read(DataInputStream in) throws IOException {
    Entries all = new Entries(in.readUTF());
    int count = in.readInt();
    if (count < 1) {
      throw new IOException("nothing in the archive can be started");
    }
    for (int i = 0; i < count; i++) {
      String name = in.readUTF();
      String mainClass = in.readUTF();
      Entry entry = new Entry(mainClass, texts(in));
      int properties = in.readInt();
      for (int j = 0; j < properties; j++) {
        entry.properties.put(in.readUTF(), in.readUTF());
      }
      all.entries.put(name, entry);
    }
    return all;
  }

  private static String[] texts(DataInputStream in) throws IOException {
    int count = in.readInt();
    List<String> texts = new ArrayList<>(); // which grows with what is there, not with what is said
    for (int i = 0; i < count; i++) {
      texts.add(in.readUTF());
    }
    return texts.toArray(new String[0]);
  }

  /** The entry that is asked for, or else the main one. */
  Entry chosen() throws IOException {
    String wanted = System.getProperty(PROPERTY);
    if (wanted == null || wanted.isEmpty()) {
      wanted = System.getenv(variable);
    }
    if (wanted == null || wanted.isEmpty()) {
      return entries.values().iterator().next();
    }
    Entry entry = entries.get(wanted);
    if (entry == null) {
      List<String> names = new ArrayList<>(entries.keySet());
      throw new IOException(
          "there is no entry "
              + wanted
              + " (-D"
              + PROPERTY
              + " or "
              + variable
              + "); there are: "
              + String.join(", ", names));
    }
    return entry;
  }
}
