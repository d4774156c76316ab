package dev.girdle.java.linkage;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.Jdk;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * What follows from services: lists of providers ({@link java.util.ServiceLoader}, "Deploying
 * service providers on the class path"), and services that modules of the runtime may ask for.
 */
final class ServiceDemands {
  private static final String FOLDER = "META-INF/services/";
  private static final Pattern CLASS_NAME =
      Pattern.compile("\\p{javaJavaIdentifierStart}[\\p{javaJavaIdentifierPart}.]*");

  private final Jdk jdk;
  private final ClassIndex index;

  ServiceDemands(Jdk jdk, ClassIndex index) {
    this.jdk = jdk;
    this.index = index;
  }

  /** Whether a file lies where lists of providers lie. */
  static boolean mayBeList(String path) {
    return path.startsWith(FOLDER) && path.indexOf('/', FOLDER.length()) < 0;
  }

  /**
   * The service types of a module of the runtime that some component has providers for: the module
   * may ask for them at any time, so they count as reached with it.
   */
  List<Demand> servicesOfModule(Item module) {
    List<Demand> demands = new ArrayList<>();
    for (String type : index.serviceTypes()) {
      if (jdk.moduleWith(type).filter(module::equals).isPresent()) {
        demands.add(
            Demand.of(JavaThing.SERVICE, type, Site.of(module), JavaHow.SERVICE, Strength.SOFT));
      }
    }
    return demands;
  }

  /** The providers that a list names; empty if it is no list of classes, but something else. */
  Optional<List<Demand>> ofProviderList(Item item) throws IOException {
    boolean ofRuntime = jdk.moduleWith(item.path().substring(FOLDER.length())).isPresent();
    Strength strength = ofRuntime ? Strength.SOFT : Strength.HARD;
    List<Demand> demands = new ArrayList<>();
    String text = new String(item.content().bytes(1 << 20), StandardCharsets.UTF_8);
    int line = 0;
    for (String entry : text.split("\n")) {
      line++;
      String name = entry.replaceFirst("#.*", "").strip();
      if (name.isEmpty()) {
        continue;
      }
      if (!CLASS_NAME.matcher(name).matches()) {
        return Optional.empty();
      }
      demands.add(Demand.of(JavaThing.CODE, name, Site.of(item, line), JavaHow.PROVIDER, strength));
    }
    return Optional.of(demands);
  }
}
