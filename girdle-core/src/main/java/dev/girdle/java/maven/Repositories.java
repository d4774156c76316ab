package dev.girdle.java.maven;

import dev.girdle.fault.GirdleException;
import dev.girdle.fetch.Credentials;
import dev.girdle.fetch.RepositoryAddress;
import dev.girdle.java.format.JavaLanguage;
import dev.girdle.plan.Declared;
import java.net.URI;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The repositories that may be asked: those that the user names, by an address, by an id and an
 * address, or by the id that the Maven settings know; and those that descriptions name, if the user
 * says {@value #DECLARED}.
 */
final class Repositories {
  /** Stands for the repositories that descriptions name. */
  static final String DECLARED = "declared";

  private static final Pattern ADDRESS = Pattern.compile("(?:([\\w.-]+)=)?([A-Za-z]+:.*)");

  private final MavenSettings settings;
  private final Optional<Credentials> credentials;
  private final boolean declaredToo;
  private final List<RepositoryAddress> named = new ArrayList<>();

  /**
   * Finds out what is asked.
   *
   * @param declared what the user wants
   * @param settings what the user has told Maven
   * @param environment the environment variables
   * @throws GirdleException if something that is named is no repository; also if nothing may be
   *     asked, so that it does not come up later
   */
  Repositories(Declared declared, MavenSettings settings, Map<String, String> environment) {
    this.settings = settings;
    this.credentials = Credentials.of(environment);
    List<String> names = declared.repositoriesOf(JavaLanguage.ID);
    this.declaredToo = !declared.offline() && names.contains(DECLARED);
    for (String name : names) {
      if (!name.equals(DECLARED)) {
        RepositoryAddress address = named(name);
        if (!declared.offline()) {
          named.add(address);
        }
      }
    }
  }

  /** Those that the user names, in their order. */
  List<RepositoryAddress> named() {
    return named;
  }

  private RepositoryAddress named(String name) {
    Matcher address = ADDRESS.matcher(name);
    if (address.matches()) {
      String id = address.group(1) == null ? "" : address.group(1);
      RepositoryAddress.of(address.group(2), Optional.empty()); // whether it is one at all
      return settings.address(id, address.group(2), true, credentials);
    }
    Map<String, String> known = settings.repositories();
    if (!known.containsKey(name)) {
      throw GirdleException.request(
          "--repository " + name + ": neither an address nor a repository of the Maven settings",
          known.isEmpty()
              ? "  " + settings.file() + " names no repositories."
              : "  " + settings.file() + " names: " + String.join(", ", known.keySet()));
    }
    return settings.address(name, known.get(name), true, credentials);
  }

  /**
   * The repositories that a description names, as far as the user allows it.
   *
   * @param repositories what a description says
   * @param notices is told of those that are not asked, and why
   * @return in their order; empty if the user did not say so
   */
  List<RepositoryAddress> of(List<Pom.Repository> repositories, Set<String> notices) {
    List<RepositoryAddress> found = new ArrayList<>();
    for (Pom.Repository repository : declaredToo ? repositories : List.<Pom.Repository>of()) {
      try {
        RepositoryAddress address =
            settings.address(repository.id(), repository.url(), false, Optional.empty());
        if (address.isPrivate() && !"file".equals(URI.create(repository.url()).getScheme())) {
          found.add(address);
        } else {
          notices.add(unasked(repository, "only https: addresses are taken from descriptions"));
        }
      } catch (GirdleException | IllegalArgumentException e) {
        notices.add(unasked(repository, e.getMessage()));
      }
    }
    return found;
  }

  private static String unasked(Pom.Repository repository, String why) {
    return "the repository " + repository.id() + " that a description names is not asked: " + why;
  }
}
