package dev.girdle.java.maven;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.xml.sax.SAXException;

/** Reads project descriptions. What lies outside the file is never looked at. */
final class PomReader {
  private PomReader() {}

  static Pom read(byte[] bytes) throws IOException {
    Element project = parse(bytes);
    Element relocation = at(project, "distributionManagement", "relocation");
    return new Pom(
        reference(child(project, "parent")),
        text(project, "groupId"),
        text(project, "artifactId"),
        text(project, "version"),
        text(project, "packaging") == null ? "jar" : text(project, "packaging"),
        properties(project),
        dependencies(child(project, "dependencies")),
        dependencies(at(project, "dependencyManagement", "dependencies")),
        repositories(child(project, "repositories")),
        children(child(project, "profiles"), "profile").stream().map(PomReader::profile).toList(),
        reference(relocation));
  }

  /** Parses XML without looking at anything but these bytes. */
  static Element parse(byte[] bytes) throws IOException {
    try {
      DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
      factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
      factory.setExpandEntityReferences(false);
      var builder = factory.newDocumentBuilder();
      builder.setErrorHandler(null);
      return builder.parse(new ByteArrayInputStream(bytes)).getDocumentElement();
    } catch (ParserConfigurationException | SAXException e) {
      throw new IOException("is no readable XML: " + e.getMessage(), e);
    }
  }

  private static Pom.Parent reference(Element e) {
    return e == null
        ? null
        : new Pom.Parent(
            text(e, "groupId"), text(e, "artifactId"), text(e, "version"), text(e, "relativePath"));
  }

  private static Map<String, String> properties(Element owner) {
    Map<String, String> properties = new LinkedHashMap<>();
    Element section = child(owner, "properties");
    for (Element e : section == null ? List.<Element>of() : elements(section)) {
      properties.put(e.getTagName(), e.getTextContent().strip());
    }
    return properties;
  }

  private static List<Pom.Dependency> dependencies(Element section) {
    return children(section, "dependency").stream()
        .map(
            e ->
                new Pom.Dependency(
                    text(e, "groupId"),
                    text(e, "artifactId"),
                    text(e, "version"),
                    text(e, "classifier"),
                    text(e, "type"),
                    text(e, "scope"),
                    text(e, "optional"),
                    children(child(e, "exclusions"), "exclusion").stream()
                        .map(x -> text(x, "groupId") + ":" + text(x, "artifactId"))
                        .toList()))
        .toList();
  }

  private static Pom.Profile profile(Element e) {
    Map<String, String> activation = new LinkedHashMap<>();
    Element conditions = child(e, "activation");
    for (Element c : conditions == null ? List.<Element>of() : elements(conditions)) {
      List<Element> parts = elements(c);
      if (parts.isEmpty()) {
        activation.put(c.getTagName(), c.getTextContent().strip());
      }
      parts.forEach(
          p -> activation.put(c.getTagName() + "." + p.getTagName(), p.getTextContent().strip()));
    }
    return new Pom.Profile(
        activation,
        properties(e),
        dependencies(child(e, "dependencies")),
        dependencies(at(e, "dependencyManagement", "dependencies")),
        repositories(child(e, "repositories")));
  }

  private static List<Pom.Repository> repositories(Element section) {
    return children(section, "repository").stream()
        .filter(e -> text(e, "url") != null && !text(e, "url").isEmpty())
        .filter(e -> text(e, "layout") == null || text(e, "layout").equals("default"))
        .map(e -> new Pom.Repository(String.valueOf(text(e, "id")), text(e, "url")))
        .toList();
  }

  /** The text of a child element; null if there is none. */
  static String text(Element parent, String name) {
    Element child = child(parent, name);
    return child == null ? null : child.getTextContent().strip();
  }

  private static Element at(Element parent, String first, String second) {
    Element child = child(parent, first);
    return child == null ? null : child(child, second);
  }

  static Element child(Element parent, String name) {
    return parent == null
        ? null
        : elements(parent).stream()
            .filter(e -> e.getTagName().equals(name))
            .findFirst()
            .orElse(null);
  }

  static List<Element> children(Element parent, String name) {
    return parent == null
        ? List.of()
        : elements(parent).stream().filter(e -> e.getTagName().equals(name)).toList();
  }

  private static List<Element> elements(Element parent) {
    List<Element> elements = new ArrayList<>();
    for (Node n = parent.getFirstChild(); n != null; n = n.getNextSibling()) {
      if (n instanceof Element e) {
        elements.add(e);
      }
    }
    return elements;
  }
}
