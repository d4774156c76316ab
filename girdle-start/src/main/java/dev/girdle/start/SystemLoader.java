package dev.girdle.start;

import java.lang.invoke.MethodHandles;
import java.lang.reflect.Field;
import java.lang.reflect.Method;

/**
 * Makes the application's class loader the one that {@link ClassLoader#getSystemClassLoader} gives,
 * as it would be on a plain class path. Threads of the common pool start with it, class loaders get
 * it as their parent if they name none, and loggers find their handlers in it.
 *
 * <p>Java has a property for that ({@code java.system.class.loader}), but none that an archive can
 * set, so the field is set that holds it. The archive's manifest opens its package (attribute
 * {@code Add-Opens}, JAR File Specification), without which Java refuses from its release 16 on.
 */
final class SystemLoader {
  private static final String CHOSEN = "java.system.class.loader";
  private static final String FIELD = "scl";

  private SystemLoader() {}

  /**
   * Replaces it, unless the user has chosen one, or this Java does not let itself be told. All else
   * works without it.
   *
   * @param loader what is given from now on
   */
  static void become(ClassLoader loader) {
    if (System.getProperty(CHOSEN) != null) {
      return;
    }
    try {
      if (Nest.runningJava() < 9) {
        Field field = ClassLoader.class.getDeclaredField(FIELD);
        field.setAccessible(true);
        field.set(null, loader);
      } else {
        Method within =
            MethodHandles.class.getMethod(
                "privateLookupIn", Class.class, MethodHandles.Lookup.class);
        Object lookup = within.invoke(null, ClassLoader.class, MethodHandles.lookup());
        ((MethodHandles.Lookup) lookup)
            .findStaticSetter(ClassLoader.class, FIELD, ClassLoader.class)
            .invoke(loader);
      }
    } catch (Throwable e) {
      // then it stays what it is
    }
  }
}
