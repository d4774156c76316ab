package dev.girdle.java.index;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.java.format.ClassHeader;
import dev.girdle.java.format.JarManifest;
import dev.girdle.java.format.Versioned;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.ModuleVisitor;
import org.objectweb.asm.Opcodes;

/**
 * The modules that components are (Java Language Specification 7.7; for jars without a descriptor,
 * Java platform API, {@code ModuleFinder.of}).
 */
public final class Modules {
  public static final String DESCRIPTOR = "module-info.class";

  private final Map<String, Component> byName = new LinkedHashMap<>();
  private final Map<Component, Description> descriptions = new LinkedHashMap<>();

  /**
   * What a module's descriptor says.
   *
   * @param name the module's name
   * @param provides providers by the service that they provide
   */
  public record Description(String name, Map<String, List<String>> provides) {}

  /**
   * Describes the modules that components are.
   *
   * @param components in module-path order
   */
  public Modules(Collection<Component> components) {
    for (Component component : components) {
      Optional<Description> description = describe(component);
      description.ifPresent(d -> descriptions.put(component, d));
      byName.putIfAbsent(
          description.map(Description::name).orElseGet(() -> automaticName(component)), component);
    }
  }

  /** What the descriptor of a component says; empty if it has none that can be read. */
  public static Optional<Description> describe(Component component) {
    Optional<Item> item =
        component
            .item(DESCRIPTOR)
            .or(
                () ->
                    component.items().stream()
                        .filter(i -> Versioned.of(i.path()).path().equals(DESCRIPTOR))
                        .findFirst());
    if (item.isEmpty()) {
      return Optional.empty();
    }
    try {
      Reader reader = new Reader();
      ClassHeader.accept(
          ClassHeader.readerOf(ClassHeader.bytesOf(item.get().content())),
          reader,
          ClassReader.SKIP_CODE | ClassReader.SKIP_DEBUG);
      return Optional.ofNullable(reader.name).map(n -> new Description(n, reader.provides));
    } catch (UnreadableItemException | IOException e) {
      return Optional.empty();
    }
  }

  private static String automaticName(Component component) {
    return JarManifest.of(component)
        .value("Automatic-Module-Name")
        .orElseGet(
            () ->
                component
                    .name()
                    .replaceFirst("\\.jar$", "")
                    .replaceFirst("-(\\d+(\\.|$)).*", "")
                    .replaceAll("[^A-Za-z0-9]+", ".")
                    .replaceAll("^\\.|\\.$", ""));
  }

  /**
   * The component that is a module.
   *
   * @param module its name
   * @return empty if there is none
   */
  public Optional<Component> named(String module) {
    return Optional.ofNullable(byName.get(module));
  }

  /**
   * The names of all modules.
   *
   * @return in no order
   */
  public Collection<String> names() {
    return byName.keySet();
  }

  /**
   * The descriptors that are there.
   *
   * @return by component; without those that are modules by their name only
   */
  public Map<Component, Description> descriptions() {
    return descriptions;
  }

  /** Whether an item is the descriptor of a module, for whatever Java release. */
  public static boolean isDescriptor(Item item) {
    return Versioned.of(item.path()).path().equals(DESCRIPTOR);
  }

  /** The item that stands for a module: its descriptor, or else anything of it. */
  public static List<Item> itemOf(Component component) {
    List<Item> descriptor = component.items().stream().filter(Modules::isDescriptor).toList();
    return descriptor.isEmpty() ? component.items().stream().limit(1).toList() : descriptor;
  }

  private static final class Reader extends ClassVisitor {
    private String name;
    private final Map<String, List<String>> provides = new LinkedHashMap<>();

    Reader() {
      super(Opcodes.ASM9);
    }

    @Override
    public ModuleVisitor visitModule(String moduleName, int access, String version) {
      name = moduleName;
      return new ModuleVisitor(Opcodes.ASM9) {
        @Override
        public void visitProvide(String service, String... providers) {
          List<String> names = new ArrayList<>();
          for (String provider : providers) {
            names.add(provider.replace('/', '.'));
          }
          provides.put(service.replace('/', '.'), names);
        }
      };
    }
  }
}
