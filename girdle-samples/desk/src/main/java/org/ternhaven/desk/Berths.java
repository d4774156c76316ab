package org.ternhaven.desk;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Properties;
import org.springframework.stereotype.Service;

/** All berths, from the list beside this class. Found by its annotation only. */
@Service
class Berths {
  List<Berth> all() throws IOException {
    Properties list = new Properties();
    try (InputStream in = Berths.class.getResourceAsStream("berths.properties")) {
      list.load(in);
    }
    return list.stringPropertyNames().stream()
        .sorted()
        .map(name -> berth(name, list.getProperty(name).split(" ")))
        .toList();
  }

  private static Berth berth(String name, String[] words) {
    return new Berth(name, Double.parseDouble(words[0]), words[1].equals("free"));
  }
}
