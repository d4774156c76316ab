package org.ternhaven.tidebook;

import java.io.IOException;
import java.io.InputStream;
import java.time.chrono.Chronology;
import java.util.Properties;

/** What can be set without building the program again. */
final class Settings {
  private Settings() {}

  static Properties read(String name) throws IOException {
    try (InputStream in = Settings.class.getResourceAsStream(name)) {
      Properties properties = new Properties();
      properties.load(in);
      return properties;
    }
  }

  /** The calendar is named in a text, so that a new one needs no new build. */
  static Chronology calendar() throws IOException {
    String name = read("/tidebook.properties").getProperty("calendar");
    try {
      return (Chronology) Class.forName(name).getField("INSTANCE").get(null);
    } catch (ReflectiveOperationException e) {
      throw new IOException("the calendar " + name + " is not there", e);
    }
  }
}
