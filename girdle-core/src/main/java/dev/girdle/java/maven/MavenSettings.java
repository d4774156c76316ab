package dev.girdle.java.maven;

import dev.girdle.fault.GirdleException;
import dev.girdle.fetch.Credentials;
import dev.girdle.fetch.ProxyServer;
import dev.girdle.fetch.RepositoryAddress;
import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;
import org.apache.maven.settings.Mirror;
import org.apache.maven.settings.Profile;
import org.apache.maven.settings.Proxy;
import org.apache.maven.settings.Repository;
import org.apache.maven.settings.Server;
import org.apache.maven.settings.Settings;
import org.apache.maven.settings.building.DefaultSettingsBuilderFactory;
import org.apache.maven.settings.building.DefaultSettingsBuildingRequest;
import org.apache.maven.settings.building.SettingsBuildingException;
import org.apache.maven.settings.crypto.DefaultSettingsDecrypter;
import org.apache.maven.settings.crypto.DefaultSettingsDecryptionRequest;
import org.apache.maven.settings.crypto.SettingsDecryptionResult;
import org.eclipse.aether.repository.RemoteRepository;
import org.eclipse.aether.util.repository.DefaultMirrorSelector;
import org.eclipse.aether.util.repository.DefaultProxySelector;
import org.sonatype.plexus.components.cipher.DefaultPlexusCipher;
import org.sonatype.plexus.components.sec.dispatcher.DefaultSecDispatcher;

/**
 * What the user has told Maven about this machine: the local repository, mirrors, proxies, names
 * and passwords of servers, repositories of active profiles (Maven settings reference).
 *
 * <p>Read are {@code conf/settings.xml} of {@code MAVEN_HOME} and {@code .m2/settings.xml} of the
 * user; {@code GIRDLE_MAVEN_SETTINGS} names another file in place of both. Passwords that are
 * encrypted are decrypted with {@code settings-security.xml} beside the latter.
 */
final class MavenSettings {
  private static final String LAYOUT = "default";

  private final Path file;
  private final Settings settings;

  /** Why they could not be read; null if they could. What has to know them fails with it. */
  private final GirdleException damage;

  private final DefaultMirrorSelector mirrors = new DefaultMirrorSelector();
  private final DefaultProxySelector proxies = new DefaultProxySelector();

  private MavenSettings(Path file, Settings settings, GirdleException damage) {
    this.file = file;
    this.damage = damage;
    this.settings = settings;
    for (Mirror m : settings.getMirrors()) {
      mirrors.add(
          m.getId(),
          m.getUrl(),
          m.getLayout(),
          false,
          m.isBlocked(),
          m.getMirrorOf(),
          m.getMirrorOfLayouts());
    }
    for (Proxy p : settings.getProxies()) {
      if (p.isActive()) {
        proxies.add(
            new org.eclipse.aether.repository.Proxy(p.getProtocol(), p.getHost(), p.getPort()),
            p.getNonProxyHosts());
      }
    }
  }

  /**
   * Reads the settings.
   *
   * @param environment the environment variables
   * @return settings that say nothing if there are none; if they cannot be read, that is told when
   *     somebody asks for a repository
   */
  static MavenSettings of(Map<String, String> environment) {
    Path maven = home().resolve(".m2");
    String wanted = environment.getOrDefault("GIRDLE_MAVEN_SETTINGS", "");
    Path users = wanted.isEmpty() ? maven.resolve("settings.xml") : Path.of(wanted);
    String installed = environment.getOrDefault("MAVEN_HOME", "");
    Path all = wanted.isEmpty() ? Path.of(installed).resolve("conf/settings.xml") : users;
    DefaultSettingsBuildingRequest request = new DefaultSettingsBuildingRequest();
    request.setUserSettingsFile(existing(users));
    request.setGlobalSettingsFile(installed.isEmpty() ? null : existing(all));
    if (request.getUserSettingsFile() == null && request.getGlobalSettingsFile() == null) {
      return new MavenSettings(users, new Settings(), null);
    }
    Properties properties = new Properties();
    properties.putAll(System.getProperties());
    environment.forEach((name, value) -> properties.setProperty("env." + name, value));
    request.setSystemProperties(properties);
    try {
      return new MavenSettings(
          users,
          new DefaultSettingsBuilderFactory().newInstance().build(request).getEffectiveSettings(),
          null);
    } catch (SettingsBuildingException e) {
      // what the parser says may quote what stands there, and passwords stand there
      int line = e.getProblems().stream().mapToInt(p -> p.getLineNumber()).max().orElse(0);
      return new MavenSettings(
          users,
          new Settings(),
          GirdleException.request(
              "the Maven settings "
                  + users
                  + " cannot be read"
                  + (line > 0 ? ", line " + line : ""),
              "  Mend them, or name others with GIRDLE_MAVEN_SETTINGS."));
    }
  }

  private static File existing(Path file) {
    return Files.isRegularFile(file) ? file.toFile() : null;
  }

  static Path home() {
    return Path.of(System.getProperty("user.home"));
  }

  /** The file that the user would change. */
  Path file() {
    return file;
  }

  /** The local repository, if the settings name one. */
  Optional<Path> localRepository() {
    return Optional.ofNullable(settings.getLocalRepository())
        .filter(p -> !p.isBlank() && !p.contains("${"))
        .map(Path::of);
  }

  /**
   * The repositories and mirrors that the settings know.
   *
   * @return addresses by id, in the order of the file, mirrors last
   * @throws GirdleException if the settings cannot be read
   */
  Map<String, String> repositories() {
    refuseIfDamaged();
    Map<String, String> all = new LinkedHashMap<>();
    for (Profile profile : settings.getProfiles()) {
      boolean isActive =
          settings.getActiveProfiles().contains(profile.getId())
              || profile.getActivation() != null && profile.getActivation().isActiveByDefault();
      for (Repository r : isActive ? profile.getRepositories() : List.<Repository>of()) {
        all.putIfAbsent(r.getId(), r.getUrl());
      }
    }
    settings.getMirrors().forEach(m -> all.putIfAbsent(m.getId(), m.getUrl()));
    return all;
  }

  /**
   * What is asked in place of a repository, and how: its mirror, with the name and password of the
   * server of that id, through the proxy for that address.
   *
   * @param id of the repository; empty if the user gave it none
   * @param address of the repository
   * @param isTrusted whether the user wrote id and address; who else did gets no password but from
   *     a mirror
   * @param otherwise name and password if the settings have none for it
   * @return the address to ask
   * @throws GirdleException if the settings cannot be read, or block it, or a password cannot be
   *     decrypted
   */
  RepositoryAddress address(
      String id, String address, boolean isTrusted, Optional<Credentials> otherwise) {
    refuseIfDamaged();
    RemoteRepository asked = new RemoteRepository.Builder(id, LAYOUT, address).build();
    RemoteRepository mirror = mirrors.getMirror(asked);
    RemoteRepository real = mirror == null ? asked : mirror;
    if (real.isBlocked()) {
      throw GirdleException.request(
          "--repository " + address + " is blocked by the mirror " + real.getId() + " in " + file);
    }
    Optional<Credentials> own =
        mirror != null || isTrusted ? credentials(real.getId()) : Optional.empty();
    RepositoryAddress plain =
        RepositoryAddress.of(real.getUrl(), own.or(() -> isTrusted ? otherwise : Optional.empty()));
    org.eclipse.aether.repository.Proxy proxy = proxies.getProxy(real);
    return new RepositoryAddress(
        plain.uri(), plain.credentials(), Optional.ofNullable(proxy).map(this::server));
  }

  private void refuseIfDamaged() {
    if (damage != null) {
      throw damage;
    }
  }

  private ProxyServer server(org.eclipse.aether.repository.Proxy proxy) {
    Optional<Credentials> login =
        settings.getProxies().stream()
            .filter(p -> p.isActive() && p.getHost().equals(proxy.getHost()))
            .filter(p -> p.getPort() == proxy.getPort())
            .findFirst()
            .map(p -> decrypted(new DefaultSettingsDecryptionRequest(p), "proxy " + p.getId()))
            .map(SettingsDecryptionResult::getProxy)
            .flatMap(p -> login(p.getUsername(), p.getPassword()));
    return new ProxyServer(proxy.getHost(), proxy.getPort(), login);
  }

  private Optional<Credentials> credentials(String id) {
    Server server = settings.getServer(id);
    return server == null
        ? Optional.empty()
        : Optional.of(decrypted(new DefaultSettingsDecryptionRequest(server), "server " + id))
            .map(SettingsDecryptionResult::getServer)
            .flatMap(s -> login(s.getUsername(), s.getPassword()));
  }

  private static Optional<Credentials> login(String user, String password) {
    return user == null || user.isEmpty()
        ? Optional.empty()
        : Optional.of(new Credentials(user, password == null ? "" : password));
  }

  private SettingsDecryptionResult decrypted(DefaultSettingsDecryptionRequest request, String of) {
    String key = file.resolveSibling("settings-security.xml").toString();
    SettingsDecryptionResult result =
        new DefaultSettingsDecrypter(
                new DefaultSecDispatcher(new DefaultPlexusCipher(), Map.of(), key))
            .decrypt(request);
    if (result.getProblems().isEmpty()) {
      return result;
    }
    throw GirdleException.request(
        "the password of the " + of + " in " + file + " cannot be decrypted",
        "  It needs settings-security.xml beside that file; mvn --encrypt-password makes it anew.");
  }
}
