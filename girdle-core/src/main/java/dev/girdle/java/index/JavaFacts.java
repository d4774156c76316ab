package dev.girdle.java.index;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.io.Paths;
import dev.girdle.java.format.ClassHeader;
import dev.girdle.java.format.ConstantPool;
import dev.girdle.java.format.JarManifest;
import dev.girdle.java.format.LegalTexts;
import java.io.IOException;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;

/**
 * What is known of the components before the walk.
 *
 * @param jdk the runtime
 * @param components all components, in class-path order
 * @param index what the class path holds
 * @param modules the modules that the components are
 * @param optionalPackages packages that a component can do without, by the word of its makers
 */
public record JavaFacts(
    Jdk jdk,
    List<Component> components,
    ClassIndex index,
    Modules modules,
    Map<Component, Set<String>> optionalPackages) {
  /** Why an item has no use at run time, whatever the closure says. */
  private boolean isShadowed(Item item) {
    List<Item> first = index.classNamed(item.name());
    return item.path().endsWith(".class")
        && !item.path().endsWith("-info.class")
        && !index.isExcluded(item)
        && !first.isEmpty()
        && first.stream().noneMatch(i -> i.component() == item.component());
  }

  private static final Set<String> DEFINES =
      Set.of("defineClass", "defineHiddenClass", "defineAnonymousClass");

  /**
   * Why no code can use an item.
   *
   * @param item any item
   * @return a few words for the user; empty if it may be of use
   */
  public Optional<String> uselessAtRunTime(Item item) {
    String path = item.path();
    if (isSourceOf(item)) {
      return Optional.of("source, not run");
    }
    if (isShadowed(item)) {
      return Optional.of("a class of the same name comes first on the class path");
    }
    if (path.startsWith("META-INF/maven/")) {
      return Optional.of("build description");
    }
    return ofWholeJar(path);
  }

  /**
   * Why a file means something in the whole jar that it was made for, and in no other.
   *
   * @param path its path in the jar
   * @return a few words for the user; empty if it is no such file
   */
  public static Optional<String> ofWholeJar(String path) {
    if (isSignature(path)) {
      return Optional.of("signature of the single jar");
    }
    return path.equals("META-INF/INDEX.LIST")
        ? Optional.of("index of the single jar")
        : Optional.empty();
  }

  /** Whether a component holds classes. */
  public static boolean holdsCode(Component component) {
    return component.items().stream().anyMatch(i -> i.path().endsWith(".class"));
  }

  /**
   * Whether a component makes classes while it runs, as compilers and interpreters do: what they
   * are given to run can name any class.
   */
  public static boolean makesClasses(Component component) {
    return component.items().parallelStream()
        .filter(i -> i.path().endsWith(".class"))
        .anyMatch(JavaFacts::definesClasses);
  }

  private static boolean definesClasses(Item item) {
    try {
      ClassReader reader = ClassHeader.readerOf(ClassHeader.bytesOf(item.content()));
      return ClassHeader.reading(() -> definesClasses(reader));
    } catch (UnreadableItemException | IOException e) {
      return false; // the walk tells of damaged classes
    }
  }

  private static boolean definesClasses(ClassReader reader) {
    return ConstantPool.texts(reader, ConstantPool.NAME_AND_TYPE).anyMatch(DEFINES::contains);
  }

  /**
   * Whether an item is the source of a class that lies beside it, so that nobody has to read it.
   */
  public static boolean isSourceOf(Item item) {
    String path = item.path();
    return Kinds.isSource(path)
        && path.indexOf('.') > 0
        && item.component().item(path.substring(0, path.lastIndexOf('.')) + ".class").isPresent();
  }

  /**
   * Whether a component can be of use though no class of it is: it holds nothing but files, or
   * texts of a language that are run as they are.
   */
  public boolean isReadByAnyName(Component component) {
    boolean hasClasses = false;
    boolean hasFiles = false;
    boolean hasRunnable = false;
    for (Item item : component.items()) {
      String path = item.path();
      hasClasses |= path.endsWith(".class") && !path.endsWith("module-info.class");
      hasRunnable |= Kinds.mayBeRun(path);
      hasFiles |=
          !path.endsWith(".class")
              && !path.equals(JarManifest.PATH)
              && !LegalTexts.isOne(path)
              && uselessAtRunTime(item).isEmpty();
    }
    return hasClasses ? hasRunnable : hasFiles;
  }

  /**
   * Whether libraries can find a class by themselves and call it: it bears an annotation of one
   * that is there, or extends or implements something of it.
   */
  public boolean isFoundByLibraries(Item ofClass) {
    Set<String> types = new HashSet<>();
    try {
      ClassHeader.accept(
          ClassHeader.readerOf(ClassHeader.bytesOf(ofClass.content())),
          new ClassVisitor(Opcodes.ASM9) {
            @Override
            public void visit(
                int v, int access, String name, String sig, String parent, String[] faces) {
              types.add(String.valueOf(parent));
              types.addAll(List.of(faces));
            }

            @Override
            public AnnotationVisitor visitAnnotation(String descriptor, boolean visible) {
              types.add(Type.getType(descriptor).getInternalName());
              return null;
            }
          },
          ClassReader.SKIP_CODE | ClassReader.SKIP_DEBUG | ClassReader.SKIP_FRAMES);
    } catch (UnreadableItemException | IOException e) {
      return false; // the walk tells of damaged classes
    }
    return types.stream()
        .flatMap(t -> index.classNamed(t.replace('/', '.')).stream())
        .anyMatch(i -> i.component().role() == Role.LIBRARY);
  }

  /**
   * Whether a component provides cryptography, whose signature Java may insist on.
   *
   * @param component any component
   * @return true if it lists such a provider
   */
  public boolean isSecurityProvider(Component component) {
    String service = "java.security.Provider";
    Modules.Description description = modules.descriptions().get(component);
    return component.item("META-INF/services/" + service).isPresent()
        || description != null && description.provides().containsKey(service);
  }

  /** Signature files (JAR File Specification, "Signed JAR File"). */
  /** Whether a jar bears a signature. */
  public boolean isSigned(Component component) {
    return component.items().stream().anyMatch(i -> isSignature(i.path()));
  }

  /**
   * Whether a file is part of a signature (JAR File Specification, "Signed JAR File").
   *
   * @param path its path in the jar
   * @return true for signature files and their blocks
   */
  public static boolean isSignature(String path) {
    if (!Paths.folder(path).equals("META-INF/")) {
      return false;
    }
    String upper = Paths.fileName(path).toUpperCase(Locale.ROOT);
    return upper.endsWith(".SF")
        || upper.endsWith(".RSA")
        || upper.endsWith(".DSA")
        || upper.endsWith(".EC")
        || upper.startsWith("SIG-");
  }
}
