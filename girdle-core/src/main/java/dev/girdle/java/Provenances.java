package dev.girdle.java;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Provenance;
import dev.girdle.app.Role;
import dev.girdle.ecosystem.PackageAddress;
import dev.girdle.java.format.JarManifest;
import dev.girdle.java.format.LegalTexts;
import dev.girdle.java.maven.PomLicences;
import dev.girdle.licence.Spdx;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import java.util.Set;

/**
 * Finds out where a jar comes from, and under which licence: from the Maven description in it, its
 * manifest ({@code Bundle-License}, OSGi Core 8, 3.2.1.11), and the texts in it, in this order.
 */
final class Provenances {
  private static final int LARGEST = 4 << 20;

  private final Component component;

  private Provenances(Component component) {
    this.component = component;
  }

  static Provenance of(Component component) {
    return new Provenances(component).find();
  }

  private Provenance find() {
    Properties pom = pomProperties();
    String stem = component.name().replaceFirst("\\.jar$", "");
    String name =
        pom.getProperty(
            "artifactId", component.release().map(r -> stem.replace("-" + r, "")).orElse(stem));
    String group = pom.getProperty("groupId", "");
    Optional<String> release =
        component.release().or(() -> Optional.ofNullable(pom.getProperty("version")));
    List<Item> texts = component.items().stream().filter(i -> LegalTexts.isOne(i.path())).toList();
    return new Provenance(
        group, name, release, address(group, name, release), licences(texts), texts);
  }

  private static String address(String group, String name, Optional<String> release) {
    return PackageAddress.of(group.isEmpty() ? "generic" : "maven", group, name, release);
  }

  private List<String> licences(List<Item> texts) {
    Set<String> licences = new LinkedHashSet<>();
    onlyOne("pom.xml")
        .ifPresent(pom -> PomLicences.of(bytes(pom)).forEach(l -> licences.add(Spdx.of(l))));
    if (licences.isEmpty()) {
      JarManifest.of(component).value("Bundle-License").ifPresent(v -> addOfBundle(v, licences));
    }
    if (licences.isEmpty()) {
      texts.forEach(t -> Spdx.ofText(text(t)).ifPresent(licences::add));
    }
    return List.copyOf(licences);
  }

  private static void addOfBundle(String value, Set<String> licences) {
    for (String clause : value.split(",(?=(?:[^\"]*\"[^\"]*\")*[^\"]*$)")) {
      String name = clause.split(";")[0].strip().replace("\"", "");
      if (!name.isEmpty() && !name.equals("<<EXTERNAL>>")) {
        licences.add(Spdx.of(name));
      }
    }
  }

  private Properties pomProperties() {
    Properties properties = new Properties();
    onlyOne("pom.properties")
        .ifPresent(
            item -> {
              try (InputStream in = item.content().open()) {
                properties.load(in);
              } catch (IOException | IllegalArgumentException e) {
                properties.clear(); // what cannot be read says nothing
              }
            });
    return properties;
  }

  /** A jar that others were merged into has several, and is none of them. */
  private Optional<Item> onlyOne(String fileName) {
    List<Item> found = new ArrayList<>();
    for (Item item : component.items()) {
      String[] parts = item.path().split("/");
      if (parts.length == 5
          && item.path().startsWith("META-INF/maven/")
          && parts[4].equals(fileName)) {
        found.add(item);
      }
    }
    boolean counts = found.size() == 1 && component.role() != Role.RUNTIME;
    return counts ? Optional.of(found.get(0)) : Optional.empty();
  }

  private static byte[] bytes(Item item) {
    try {
      return item.content().bytes(LARGEST);
    } catch (IOException e) {
      return new byte[0]; // what cannot be read says nothing
    }
  }

  private static String text(Item item) {
    return new String(bytes(item), StandardCharsets.UTF_8);
  }
}
