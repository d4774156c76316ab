package dev.girdle.java.bytecode;

import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.io.Paths;
import dev.girdle.java.format.JarManifest;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.value.Value;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;

/**
 * Recognises the calls by which code asks for things by name: classes, files, bundles of texts,
 * native libraries, proxies, constants of enumerations.
 *
 * <p>A name that is known is demanded; of one that is joined from parts, everything that it can be;
 * of one that only the run will tell, it is said that it is open.
 */
final class Lookups {
  private static final String MAYBE = "it may cope with the absence of the file";
  private static final String ASKED = "it asks whether it is there";
  private static final String ON_THE_RECEIVERS = "it may be on the receiver's machine";

  private static final Set<String> RESOURCE_CALLS =
      Set.of(
          "getResource",
          "getResourceAsStream",
          "getResources",
          "resources",
          "getSystemResource",
          "getSystemResourceAsStream",
          "getSystemResources");

  private static final Set<String> LOADERS_OF_NATIVES =
      Set.of("java/lang/System", "java/lang/Runtime", "jdk/internal/loader/BootLoader");

  private final DemandCollector collector;
  private final Consumer<String> reflection;

  Lookups(DemandCollector collector, Consumer<String> reflection) {
    this.collector = collector;
    this.reflection = reflection;
  }

  void call(String owner, String name, String descriptor, Value receiver, List<Value> arguments) {
    if (arguments.isEmpty()) {
      return;
    }
    Value first = arguments.get(0);
    boolean byText = descriptor.startsWith("(Ljava/lang/String;");
    boolean answers = descriptor.endsWith(")Z") || descriptor.endsWith(")Ljava/lang/Class;");
    if (byText && answers && !owner.startsWith("java/")) {
      presence(first);
    }
    switch (name) {
      case "forName", "loadClass", "findClass" -> {
        if (byText && descriptor.endsWith(")Ljava/lang/Class;")) {
          classNamed(first, isLoader(owner));
        }
      }
      case "getBundle" -> {
        if (byText && owner.equals("java/util/ResourceBundle")) {
          bundle(first);
        }
      }
      case "loadLibrary", "load" -> {
        if (byText && LOADERS_OF_NATIVES.contains(owner)) {
          nativeLibrary(first, name.equals("load"));
        }
      }
      case "newProxyInstance", "getProxyClass" -> {
        if (owner.equals("java/lang/reflect/Proxy")) {
          proxy(arguments.get(1));
        }
      }
      case "valueOf", "noneOf", "allOf" -> {
        boolean ofEnums = owner.equals("java/lang/Enum") || owner.equals("java/util/EnumSet");
        if (ofEnums && first instanceof Value.Literal literal) {
          collector.type(JavaHow.ENUM, literal.internalName(), Strength.HARD);
        }
      }
      default -> {
        if (byText && RESOURCE_CALLS.contains(name) && givesResource(descriptor)) {
          resource(first, receiver, owner);
        }
      }
    }
  }

  private static boolean isLoader(String owner) {
    return owner.equals("java/lang/Class")
        || owner.endsWith("ClassLoader")
        || owner.equals("java/lang/invoke/MethodHandles$Lookup");
  }

  private static boolean givesResource(String descriptor) {
    String result = descriptor.substring(descriptor.indexOf(')') + 1);
    return result.equals("Ljava/net/URL;")
        || result.equals("Ljava/io/InputStream;")
        || result.equals("Ljava/util/Enumeration;")
        || result.equals("Ljava/util/stream/Stream;");
  }

  private void classNamed(Value name, boolean byLoader) {
    if (name instanceof Value.Texts texts) {
      for (String text : texts.all()) {
        if (isClassName(text)) {
          reflection.accept(text.replace('.', '/'));
        }
      }
    } else if (name instanceof Value.Joined joined) {
      collector.joinedClass(joined, byLoader);
    } else if (byLoader && !(name instanceof Value.Loaded)) {
      collector.open(JavaHow.REFLECTION, JavaThing.CODE, name instanceof Value.Given);
    }
  }

  /** A question with a class name that is answered with yes or no, or with the class if any. */
  private void presence(Value name) {
    if (name instanceof Value.Texts texts) {
      for (String text : texts.all()) {
        int dot = text.lastIndexOf('.');
        boolean isCapital =
            dot > 0 && dot + 1 < text.length() && Character.isUpperCase(text.charAt(dot + 1));
        if (isCapital && isClassName(text)) {
          collector.type(JavaHow.REFLECTION, text.replace('.', '/'), Strength.SOFT, ASKED);
        }
      }
    }
  }

  /** Only names with a package: a bare word is more often a parameter than a class. */
  private static boolean isClassName(String text) {
    boolean inPackage = false;
    boolean starts = true;
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c == '.' && !starts) {
        inPackage = true;
        starts = true;
      } else if (starts ? Character.isJavaIdentifierStart(c) : Character.isJavaIdentifierPart(c)) {
        starts = false;
      } else {
        return false;
      }
    }
    return inPackage && !starts;
  }

  private void resource(Value name, Value receiver, String owner) {
    String base = owner.equals("java/lang/Class") ? baseFolder(receiver) : "";
    if (name instanceof Value.Texts texts) {
      texts.all().forEach(t -> resource(inBase(t, base, owner)));
    } else if (name instanceof Value.Joined joined) {
      String prefix = inBase(joined.prefix(), base, owner);
      collector.joinedFile(new Value.Joined(prefix, joined.suffix()));
    } else {
      collector.open(JavaHow.RESOURCE, Thing.FILE, false);
    }
  }

  private String baseFolder(Value receiver) {
    String type =
        receiver instanceof Value.Literal literal
            ? literal.internalName()
            : collector.item().name().replace('.', '/');
    return Paths.folder(type);
  }

  private static String inBase(String text, String base, String owner) {
    if (!owner.equals("java/lang/Class")) {
      return text;
    }
    return text.startsWith("/") ? text.substring(1) : base + text;
  }

  private void resource(String path) {
    if (path.isEmpty()
        || path.startsWith("/")
        || path.endsWith("/")
        || path.equals(JarManifest.PATH)) {
      return; // every jar has these, so they name none
    }
    if (path.endsWith(".class")) {
      collector.type(JavaHow.RESOURCE, path.substring(0, path.length() - 6), Strength.SOFT, MAYBE);
    } else {
      collector.file(JavaHow.RESOURCE, path, Strength.SOFT, MAYBE);
    }
  }

  private void bundle(Value name) {
    if (name instanceof Value.Texts texts) {
      for (String text : texts.all()) {
        collector.other(
            JavaHow.BUNDLE, JavaThing.BUNDLE, text.replace('/', '.'), Strength.SOFT, MAYBE);
      }
    } else {
      collector.open(JavaHow.BUNDLE, Thing.FILE, false);
    }
  }

  private void nativeLibrary(Value name, boolean byPath) {
    if (name instanceof Value.Texts texts && !byPath) {
      for (String text : texts.all()) {
        collector.other(JavaHow.NATIVE, Thing.NATIVE, text, Strength.SOFT, ON_THE_RECEIVERS);
      }
    } else {
      collector.open(JavaHow.NATIVE, Thing.NATIVE, false);
    }
  }

  private void proxy(Value interfaces) {
    if (interfaces instanceof Value.Elements elements) {
      for (Value element : elements.elements()) {
        if (element instanceof Value.Literal literal) {
          collector.type(JavaHow.PROXY, literal.internalName(), Strength.HARD);
        }
      }
    }
  }
}
