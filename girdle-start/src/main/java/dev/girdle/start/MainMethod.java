package dev.girdle.start;

import java.lang.reflect.Constructor;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;

/**
 * The method that a Java program starts with, found as the Java launcher finds it (Java Language
 * Specification 12.1.4 in its edition for Java 25): {@code main(String[])} before {@code main()},
 * declared or inherited, static or on a fresh instance. A class without one that extends OpenJFX's
 * {@code Application} is started by its toolkit (OpenJFX API, {@code Application.launch}).
 */
final class MainMethod {
  private final Class<?> type;
  private final Method method;

  private MainMethod(Class<?> type, Method method) {
    this.type = type;
    this.method = method;
  }

  static MainMethod of(Class<?> type) throws NoSuchMethodException {
    Method found = find(type, String[].class);
    if (found == null) {
      found = find(type);
    }
    if (found == null) {
      found = toolkit(type);
    }
    if (found == null) {
      throw new NoSuchMethodException("class " + type.getName() + " has no usable main method");
    }
    found.setAccessible(true);
    return new MainMethod(type, found);
  }

  private static Method toolkit(Class<?> type) throws NoSuchMethodException {
    for (Class<?> c = type; c != null; c = c.getSuperclass()) {
      if (c.getName().equals("javafx.application.Application")) {
        return c.getMethod("launch", Class.class, String[].class);
      }
    }
    return null;
  }

  private static Method find(Class<?> type, Class<?>... parameters) {
    for (Class<?> c = type; c != null; c = c.getSuperclass()) {
      try {
        Method method = c.getDeclaredMethod("main", parameters);
        if (!Modifier.isPrivate(method.getModifiers()) && method.getReturnType() == void.class) {
          return method;
        }
      } catch (NoSuchMethodException e) {
        continue; // the superclass may have it
      }
    }
    return null;
  }

  void run(String[] args) throws ReflectiveOperationException {
    if (method.getParameterCount() == 2) {
      method.invoke(null, type, args);
      return;
    }
    Object instance = null;
    if (!Modifier.isStatic(method.getModifiers())) {
      Constructor<?> constructor = type.getDeclaredConstructor();
      constructor.setAccessible(true);
      instance = constructor.newInstance();
    }
    if (method.getParameterCount() == 0) {
      method.invoke(instance);
    } else {
      method.invoke(instance, (Object) args);
    }
  }
}
