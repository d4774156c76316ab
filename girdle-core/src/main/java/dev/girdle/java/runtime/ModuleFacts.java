package dev.girdle.java.runtime;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.objectweb.asm.Attribute;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.ModuleVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.commons.ModuleHashesAttribute;

/**
 * What a module's descriptor says (Java Virtual Machine Specification 4.7.25 to 4.7.27). Not by
 * {@code java.lang.module}, which reads no descriptor of a newer Java than its own.
 *
 * @param name the module's name
 * @param version its version; null if it has none
 * @param access its flags
 * @param requires the modules that it requires, each with the flags
 * @param exports the packages that it exports, each with the modules that see it; empty for all
 * @param opens the packages that it opens, in the same way
 * @param uses the services that it asks for
 * @param provides the services that it provides, each with the providers
 * @param packages all its packages
 * @param hashes the modules that were made together with it, each with a hash (OpenJDK, {@code
 *     jdk.internal.module.ClassFileAttributes.ModuleHashesAttribute}); only the first module has
 *     any
 */
record ModuleFacts(
    String name,
    String version,
    int access,
    Map<String, Integer> requires,
    Map<String, List<String>> exports,
    Map<String, List<String>> opens,
    List<String> uses,
    Map<String, List<String>> provides,
    List<String> packages,
    SortedMap<String, byte[]> hashes) {
  /** How hashes are made, in all OpenJDKs so far. */
  static final String ALGORITHM = "SHA-256";

  static ModuleFacts of(byte[] descriptor) {
    Reader reader = new Reader();
    new ClassReader(descriptor)
        .accept(reader, new Attribute[] {new ModuleHashesAttribute()}, ClassReader.SKIP_CODE);
    return reader.facts;
  }

  /** The modules that it requires while it runs. */
  List<String> requiredAtRunTime() {
    return requires.entrySet().stream()
        .filter(r -> (r.getValue() & Opcodes.ACC_STATIC_PHASE) == 0)
        .map(Map.Entry::getKey)
        .toList();
  }

  private static final class Reader extends ClassVisitor {
    private final SortedMap<String, byte[]> hashes = new TreeMap<>();
    private ModuleFacts facts;

    Reader() {
      super(Opcodes.ASM9);
    }

    @Override
    public void visitAttribute(Attribute attribute) {
      if (attribute instanceof ModuleHashesAttribute made && made.algorithm.equals(ALGORITHM)) {
        for (int i = 0; i < made.modules.size(); i++) {
          hashes.put(made.modules.get(i), made.hashes.get(i));
        }
      }
    }

    @Override
    public ModuleVisitor visitModule(String name, int access, String version) {
      facts =
          new ModuleFacts(
              name,
              version,
              access,
              new TreeMap<>(),
              new TreeMap<>(),
              new TreeMap<>(),
              new ArrayList<>(),
              new TreeMap<>(),
              new ArrayList<>(),
              hashes);
      return new ModuleVisitor(Opcodes.ASM9) {
        @Override
        public void visitRequire(String module, int flags, String compiled) {
          facts.requires.put(module, flags);
        }

        @Override
        public void visitExport(String packaze, int flags, String... modules) {
          facts.exports.put(dotted(packaze), modules == null ? List.of() : List.of(modules));
        }

        @Override
        public void visitOpen(String packaze, int flags, String... modules) {
          facts.opens.put(dotted(packaze), modules == null ? List.of() : List.of(modules));
        }

        @Override
        public void visitUse(String service) {
          facts.uses.add(dotted(service));
        }

        @Override
        public void visitProvide(String service, String... providers) {
          List<String> names = new ArrayList<>();
          for (String provider : providers) {
            names.add(dotted(provider));
          }
          facts.provides.put(dotted(service), names);
        }

        @Override
        public void visitPackage(String packaze) {
          facts.packages.add(dotted(packaze));
        }
      };
    }

    private static String dotted(String name) {
      return name.replace('/', '.');
    }
  }
}
