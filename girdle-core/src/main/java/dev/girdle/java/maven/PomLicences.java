package dev.girdle.java.maven;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.w3c.dom.Element;

/** What a project description says of licences (Maven, POM Reference, "Licenses"). */
public final class PomLicences {
  private PomLicences() {}

  /**
   * The licences that stand in a description itself, and not in its parent.
   *
   * @param pom the bytes of the description
   * @return names, or addresses where there is no name; empty if it names none or cannot be read
   */
  public static List<String> of(byte[] pom) {
    List<String> licences = new ArrayList<>();
    try {
      Element section = PomReader.child(PomReader.parse(pom), "licenses");
      for (Element licence : PomReader.children(section, "license")) {
        String name = PomReader.text(licence, "name");
        String address = PomReader.text(licence, "url");
        String text = name == null || name.isEmpty() ? address : name;
        if (text != null && !text.isEmpty()) {
          licences.add(text);
        }
      }
    } catch (IOException e) {
      return List.of();
    }
    return licences;
  }
}
