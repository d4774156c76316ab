package dev.girdle.java;

import dev.girdle.closure.How;
import dev.girdle.closure.Strength;
import dev.girdle.io.Paths;
import java.util.Set;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import org.objectweb.asm.Type;

/**
 * Recognises lookups by a constant name: {@code Class.forName("…")}, {@code loadClass("…")}, {@code
 * getResource("…")}, {@code ResourceBundle.getBundle("…")}. The constant has to be put on the stack
 * for this very call; a name that went through a variable is not followed.
 */
final class Lookups {
  private static final String MAYBE = "it may cope with the absence of the file";

  /** Calls that only fetch the class loader, between the constant and the lookup. */
  private static final Set<String> ON_THE_WAY =
      Set.of("getClassLoader", "getContextClassLoader", "currentThread", "getClass");

  private static final Pattern GIVES_RESOURCE =
      Pattern.compile(".*\\)Ljava/(net/URL|io/InputStream|util/Enumeration);");

  private final Gathering gathering;
  private final Consumer<String> reflection;
  private String text;
  private String type;

  Lookups(Gathering gathering, Consumer<String> reflection) {
    this.gathering = gathering;
    this.reflection = reflection;
  }

  void text(String constant) {
    text = constant;
  }

  void type(Type constant) {
    type = constant.getSort() == Type.OBJECT ? constant.getInternalName() : null;
  }

  void forget() {
    text = null;
    type = null;
  }

  void call(String owner, String name, String descriptor) {
    if (ON_THE_WAY.contains(name)) {
      return;
    }
    if (text != null && descriptor.startsWith("(Ljava/lang/String;")) {
      lookup(owner, name, descriptor);
    }
    forget();
  }

  private void lookup(String owner, String name, String descriptor) {
    switch (name) {
      case "forName", "loadClass" -> {
        if (descriptor.endsWith(")Ljava/lang/Class;") && isClassName(text)) {
          reflection.accept(text.replace('.', '/'));
        }
      }
      case "getResource", "getResourceAsStream", "getResources" -> {
        if (GIVES_RESOURCE.matcher(descriptor).matches()) {
          resource(owner.equals("java/lang/Class"));
        }
      }
      case "getSystemResource", "getSystemResourceAsStream", "getSystemResources" ->
          resource(false);
      case "getBundle" -> {
        if (owner.equals("java/util/ResourceBundle")) {
          bundle();
        }
      }
      default -> {
        return;
      }
    }
  }

  /** Only names with a package: a bare word is more often a parameter than a class. */
  private static boolean isClassName(String text) {
    return text.matches("[\\p{Alpha}_$][\\w$]*(\\.[\\p{Alpha}_$][\\w$]*)+");
  }

  private void resource(boolean relative) {
    String path = text;
    if (relative && path.startsWith("/")) {
      path = path.substring(1);
    } else if (relative) {
      String base = type != null ? type : gathering.item().name().replace('.', '/');
      path = Paths.folder(base) + path;
    }
    if (path.isEmpty()
        || path.startsWith("/")
        || path.endsWith("/")
        || path.equals(JarManifest.PATH)) {
      return; // every jar has these, so they name none
    }
    if (path.endsWith(".class")) {
      gathering.type(How.RESOURCE, path.substring(0, path.length() - 6), Strength.SOFT, MAYBE);
    } else {
      gathering.file(How.RESOURCE, path, Strength.SOFT, MAYBE);
    }
  }

  /** A bundle is a class or a properties file, with one more for each locale. */
  private void bundle() {
    String base = text.replace('.', '/');
    if (gathering.index().hasClass(text)) {
      gathering.type(How.RESOURCE, base, Strength.SOFT, MAYBE);
    }
    boolean found = false;
    for (String path : gathering.index().resourcePaths()) {
      if (path.startsWith(base) && path.substring(base.length()).matches("(_\\w+)*\\.properties")) {
        gathering.file(How.RESOURCE, path, Strength.SOFT, MAYBE);
        found = true;
      }
    }
    if (!found && !gathering.index().hasClass(text)) {
      gathering.file(How.RESOURCE, base + ".properties", Strength.SOFT, MAYBE);
    }
  }
}
