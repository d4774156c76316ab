package dev.girdle.start;

import java.io.IOException;
import java.net.URL;
import java.security.CodeSource;
import java.security.ProtectionDomain;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Enumeration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.jar.Attributes;
import java.util.jar.Attributes.Name;
import java.util.jar.Manifest;

/**
 * Loads classes and resources from the jars in the archive, in class-path order, as the system
 * class loader would from a plain class path.
 *
 * <p>The parent is the loader above the system class loader, since that one holds nothing of the
 * application's but this code; it is asked last, for the JDK modules that only it can load.
 */
final class StartLoader extends ClassLoader {
  static {
    registerAsParallelCapable();
  }

  private final Nest nest;
  private final ClassLoader system;
  private final CodeSource archive;
  private final Map<Integer, ProtectionDomain> domains = new ConcurrentHashMap<>();

  StartLoader(Nest nest, ClassLoader system) {
    super(system.getParent());
    this.nest = nest;
    this.system = system;
    this.archive = Start.class.getProtectionDomain().getCodeSource();
  }

  @Override
  protected Class<?> loadClass(String name, boolean resolve) throws ClassNotFoundException {
    synchronized (getClassLoadingLock(name)) {
      Class<?> loaded = findLoadedClass(name);
      if (loaded == null && !mayBeOfTheRuntime(name)) {
        loaded = define(name);
      }
      if (loaded == null) {
        // defines what the runtime does not have by findClass
        loaded = super.loadClass(name, false);
      }
      if (resolve) {
        resolveClass(loaded);
      }
      return loaded;
    }
  }

  /**
   * Whether the parent has to be asked first. Asking it for a class that it does not have costs an
   * exception, which over thousands of classes is most of the price of a start.
   */
  private static boolean mayBeOfTheRuntime(String name) {
    switch (name.charAt(0)) {
      case 'j':
        return name.startsWith("java.") || name.startsWith("javax.") || name.startsWith("jdk.");
      case 's':
        return name.startsWith("sun.");
      case 'c':
        return name.startsWith("com.sun.");
      case 'n':
        return name.startsWith("netscape.");
      case 'o':
        return name.startsWith("org.w3c.")
            || name.startsWith("org.xml.")
            || name.startsWith("org.ietf.")
            || name.startsWith("org.jcp.")
            || name.startsWith("org.omg.");
      default:
        return false;
    }
  }

  @Override
  protected Class<?> findClass(String name) throws ClassNotFoundException {
    Class<?> defined = define(name);
    return defined != null ? defined : system.loadClass(name);
  }

  private Class<?> define(String name) throws ClassNotFoundException {
    try {
      Nest.Found found = nest.find(name.replace('.', '/').concat(".class"));
      if (found == null) {
        return null;
      }
      byte[] bytes = nest.read(found.entry);
      int dot = name.lastIndexOf('.');
      if (dot > 0) {
        definePackageOnce(name.substring(0, dot), found.jar);
      }
      return defineClass(name, bytes, 0, bytes.length, domainOf(found.jar));
    } catch (IOException e) {
      throw new ClassNotFoundException(name, e);
    }
  }

  /** Without a lambda, the first of which has the runtime load what makes lambdas. */
  private ProtectionDomain domainOf(int jar) {
    ProtectionDomain known = domains.get(jar);
    if (known != null) {
      return known;
    }
    ProtectionDomain fresh = new ProtectionDomain(new SourceWithin(archive, jar), null, this, null);
    ProtectionDomain other = domains.putIfAbsent(jar, fresh);
    return other == null ? fresh : other;
  }

  private void definePackageOnce(String name, int jar) throws IOException {
    if (getPackage(name) != null) {
      return;
    }
    Manifest manifest = nest.manifest(jar);
    Attributes own = manifest.getAttributes(name.replace('.', '/') + "/");
    Attributes main = manifest.getMainAttributes();
    URL sealBase =
        "true".equalsIgnoreCase(value(Name.SEALED, own, main)) ? archive.getLocation() : null;
    try {
      definePackage(
          name,
          value(Name.SPECIFICATION_TITLE, own, main),
          value(Name.SPECIFICATION_VERSION, own, main),
          value(Name.SPECIFICATION_VENDOR, own, main),
          value(Name.IMPLEMENTATION_TITLE, own, main),
          value(Name.IMPLEMENTATION_VERSION, own, main),
          value(Name.IMPLEMENTATION_VENDOR, own, main),
          sealBase);
    } catch (IllegalArgumentException e) {
      // another thread was first, which is as good
      return;
    }
  }

  private static String value(Name name, Attributes own, Attributes main) {
    String value = own == null ? null : own.getValue(name);
    return value != null ? value : main.getValue(name);
  }

  @Override
  protected URL findResource(String name) {
    Nest.Found found = nest.find(name);
    return found == null ? null : nest.url(found, name);
  }

  @Override
  protected Enumeration<URL> findResources(String name) {
    List<URL> urls = new ArrayList<>();
    for (Nest.Found found : nest.findAll(name)) {
      urls.add(nest.url(found, name));
    }
    return Collections.enumeration(urls);
  }
}
