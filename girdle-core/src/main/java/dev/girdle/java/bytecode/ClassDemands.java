package dev.girdle.java.bytecode;

import dev.girdle.app.Item;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.Strength;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.java.format.ClassHeader;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.Signatures;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.Hierarchy;
import dev.girdle.java.memory.RawClass;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.ModuleVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.RecordComponentVisitor;
import org.objectweb.asm.Type;
import org.objectweb.asm.TypePath;

/**
 * Reads what a class file demands (Java Virtual Machine Specification, chapter 4).
 *
 * <p>What the virtual machine resolves when the code runs is hard: supertypes, calls, field uses,
 * types created or tested, caught types. What stands in declarations only is soft, since it is
 * loaded only when reflection asks. Generic signatures and annotations that can be read at run time
 * are hints, since the Java runtime itself copes with their absence. Annotations that cannot be
 * read at run time demand nothing.
 */
public final class ClassDemands extends ClassVisitor {
  /**
   * What a class file says.
   *
   * @param demands what it demands in any case
   * @param parts what its methods demand besides, by name and descriptor, if they are told apart;
   *     methods that demand nothing, or whose demands count in any case, are not there
   * @param declared all methods that it declares
   * @param supertypes the internal names of its superclass and interfaces
   * @param fieldTypes the internal names of the classes that its fields hold, if parts are told
   *     apart
   * @param version minor and major version as the class file has them
   */
  public record Result(
      ItemDemands demands,
      Map<String, ItemDemands> parts,
      Set<String> declared,
      List<String> supertypes,
      Set<String> fieldTypes,
      int version) {}

  /** Before, class files say nothing of the types that the verifier looks at. */
  private static final int FIRST_WITH_FRAMES = Opcodes.V1_6;

  /**
   * The part of a class that counts once an instance of it is made: the methods that stand for
   * methods of its supertypes, which can be called without anybody naming this class.
   */
  public static final String INSTANCE = "instance";

  /**
   * The part of a class that counts once code uses it, and not only a declaration or the verifier
   * mentions it: what it declares, what it is verified with, its initialiser. A class that is only
   * mentioned is loaded with its supertypes, and nothing else of it is looked at.
   */
  public static final String LINKED = "linked";

  /** The part of a class that only reflection looks at. */
  private static final String REFLECTED = "reflected";

  private static final Set<String> CALLED_BY_THE_RUNTIME =
      Set.of(
          "main",
          "readObject",
          "readObjectNoData",
          "readResolve",
          "writeObject",
          "writeReplace",
          "values",
          "valueOf");

  private static final Set<String> STORED =
      Set.of("java/io/Serializable", "java/io/Externalizable");

  private final Item item;
  private final ClassIndex index;
  private final Hierarchy hierarchy;
  private final boolean isVerified;
  private final StaticTexts texts;
  private final DemandCollector loaded;
  private final DemandCollector collector;
  private final DemandCollector reflected;
  private final Map<String, DemandCollector> parts = new LinkedHashMap<>();
  private final Set<String> declared = new HashSet<>();
  private final List<String> supertypes = new ArrayList<>();
  private final Set<String> fieldTypes = new HashSet<>();
  private String self = "";
  private int version;
  private boolean isStored;

  /**
   * Reads a class.
   *
   * @param whole where all demands go that belong to no part
   * @param hierarchy if methods are told apart; null if not
   */
  private ClassDemands(
      Item item,
      ClassIndex index,
      DemandCollector whole,
      Hierarchy hierarchy,
      boolean isVerified,
      StaticTexts texts) {
    super(Opcodes.ASM9);
    this.texts = texts;
    this.isVerified = isVerified;
    this.item = item;
    this.index = index;
    this.hierarchy = hierarchy;
    this.loaded = whole;
    this.collector = hierarchy == null ? loaded : newPart(LINKED);
    this.reflected = hierarchy == null ? loaded : newPart(REFLECTED);
    if (hierarchy != null) {
      parts.put(LINKED, collector);
      parts.put(REFLECTED, reflected);
    }
  }

  /** Reads a class as a whole. */
  public static Result read(byte[] bytes, Item item, ClassIndex index)
      throws UnreadableItemException {
    return read(bytes, item, index, false);
  }

  /**
   * Reads a class as a whole.
   *
   * @param exact whether it is told which parts of things it asks for, and which classes the
   *     verifier looks at
   */
  public static Result read(byte[] bytes, Item item, ClassIndex index, boolean exact)
      throws UnreadableItemException {
    return resolved(record(bytes, item, exact), item, index, exact);
  }

  /**
   * Notes what a class says, whatever is there.
   *
   * @param exact whether it is noted which classes the verifier looks at
   */
  public static RawClass record(byte[] bytes, Item item, boolean exact)
      throws UnreadableItemException {
    Recording recording = new Recording(item);
    ClassReader reader = ClassHeader.readerOf(bytes);
    ClassDemands visitor =
        new ClassDemands(item, null, recording, null, exact, new StaticTexts(reader));
    visitor.accept(reader);
    return recording.recorded(visitor.version, visitor.supertypes, visitor.declared);
  }

  /** Descriptors are looked into only now, and may be damaged as well. */
  static void tell(RawClass raw, DemandCollector collector) throws UnreadableItemException {
    ClassHeader.reading(
        () -> {
          Recording.tell(raw, collector);
          return null;
        });
  }

  /**
   * Holds what a class says against what is there.
   *
   * @param exact whether it is told which parts of things it asks for
   */
  public static Result resolved(RawClass raw, Item item, ClassIndex index, boolean exact)
      throws UnreadableItemException {
    DemandCollector collector = new DemandCollector(item, index, exact, "");
    tell(raw, collector);
    return new Result(
        collector.demands(), Map.of(), raw.declared(), raw.supertypes(), Set.of(), raw.version());
  }

  /**
   * Reads a class and makes every method a part, also those that stand for inherited ones. Class
   * files that say nothing of the types that the verifier looks at have no parts.
   *
   * @param verified whether the virtual machine will verify it
   */
  public static Result readMethods(
      byte[] bytes, Item item, ClassIndex index, Hierarchy hierarchy, boolean verified)
      throws UnreadableItemException {
    ClassReader reader = ClassHeader.readerOf(bytes);
    boolean hasFrames = ((bytes[6] & 0xff) << 8 | bytes[7] & 0xff) >= FIRST_WITH_FRAMES;
    DemandCollector whole = new DemandCollector(item, index, true, "");
    ClassDemands visitor =
        new ClassDemands(
            item, index, whole, hasFrames ? hierarchy : null, verified, new StaticTexts(reader));
    visitor.accept(reader);
    return visitor.result();
  }

  private void accept(ClassReader reader) throws UnreadableItemException {
    ClassHeader.accept(
        reader, this, isVerified ? ClassReader.EXPAND_FRAMES : ClassReader.SKIP_FRAMES);
  }

  private Result result() {
    Map<String, ItemDemands> found = new HashMap<>();
    parts.forEach(
        (name, part) -> {
          ItemDemands demands = part.demands();
          if (!demands.named().isEmpty() || !demands.open().isEmpty()) {
            found.put(name, demands);
          }
        });
    return new Result(loaded.demands(), found, declared, supertypes, fieldTypes, version);
  }

  @Override
  public void visit(
      int classVersion, int access, String name, String sig, String parent, String[] interfaces) {
    version = classVersion;
    self = name;
    loaded.ofClass(name);
    collector.ofClass(name);
    if (parent != null) {
      supertypes.add(parent);
    }
    supertypes.addAll(List.of(interfaces));
    for (String type : supertypes) {
      isStored |= STORED.contains(type);
      loaded.part(JavaHow.INHERITANCE, type, "", Strength.HARD, "");
      collector.part(JavaHow.INHERITANCE, type, LINKED, Strength.HARD, "");
    }
    generic(sig, collector);
  }

  private static void generic(String signature, DemandCollector into) {
    if (signature != null) {
      Signatures.types(signature, name -> into.type(JavaHow.DECLARATION, name, Strength.HINT));
    }
  }

  @Override
  public void visitOuterClass(String owner, String name, String descriptor) {
    collector.type(JavaHow.RELATION, owner, Strength.SOFT);
  }

  @Override
  public void visitInnerClass(String name, String outer, String inner, int access) {
    // who is asked for its member classes loads all of them
    boolean isMember = outer == null ? name.startsWith(self + "$") : outer.equals(self);
    reflected.type(JavaHow.RELATION, name, isMember ? Strength.SOFT : Strength.HINT);
    if (name.equals(self)) {
      collector.type(JavaHow.RELATION, outer, Strength.SOFT);
    }
  }

  @Override
  public ModuleVisitor visitModule(String name, int access, String moduleVersion) {
    return new ModuleDemands(collector);
  }

  @Override
  public void visitNestHost(String host) {
    collector.type(JavaHow.RELATION, host, Strength.SOFT);
  }

  @Override
  public void visitNestMember(String member) {
    reflected.type(JavaHow.RELATION, member, Strength.SOFT);
  }

  @Override
  public void visitPermittedSubclass(String subclass) {
    reflected.type(JavaHow.RELATION, subclass, Strength.SOFT);
  }

  @Override
  public RecordComponentVisitor visitRecordComponent(String name, String descriptor, String sig) {
    collector.at(name, 0);
    collector.descriptor(JavaHow.DECLARATION, descriptor, Strength.SOFT);
    reflected.at(name, 0);
    generic(sig, reflected);
    return new RecordComponentVisitor(Opcodes.ASM9) {
      @Override
      public AnnotationVisitor visitAnnotation(String type, boolean visible) {
        return AnnotationDemands.of(collector, type, visible);
      }
    };
  }

  @Override
  public AnnotationVisitor visitAnnotation(String type, boolean visible) {
    collector.at("", 0);
    return AnnotationDemands.of(collector, type, visible);
  }

  @Override
  public AnnotationVisitor visitTypeAnnotation(int ref, TypePath path, String type, boolean v) {
    return AnnotationDemands.of(collector, type, v);
  }

  @Override
  public FieldVisitor visitField(int access, String name, String type, String sig, Object value) {
    collector.at(name, 0);
    boolean isMember = (access & (Opcodes.ACC_STATIC | Opcodes.ACC_TRANSIENT)) == 0;
    How how = isStored && isMember ? JavaHow.SERIAL : JavaHow.DECLARATION;
    collector.descriptor(how, type, Strength.SOFT);
    reflected.at(name, 0);
    generic(sig, reflected);
    if (hierarchy != null && (access & Opcodes.ACC_STATIC) == 0) {
      addFieldTypes(type, sig);
    }
    if (value instanceof String text) {
      collector.text(text);
    }
    return new FieldVisitor(Opcodes.ASM9) {
      @Override
      public AnnotationVisitor visitAnnotation(String annotation, boolean visible) {
        return AnnotationDemands.of(collector, annotation, visible);
      }
    };
  }

  private void addFieldTypes(String descriptor, String signature) {
    Type type = Type.getType(descriptor);
    Type element = type.getSort() == Type.ARRAY ? type.getElementType() : type;
    if (element.getSort() == Type.OBJECT) {
      fieldTypes.add(element.getInternalName());
    }
    if (signature != null) {
      Signatures.types(signature, fieldTypes::add);
    }
  }

  @Override
  public MethodVisitor visitMethod(
      int access, String name, String descriptor, String sig, String[] exceptions) {
    collector.at(name, 0);
    collector.descriptor(JavaHow.DECLARATION, descriptor, Strength.SOFT);
    reflected.at(name, 0);
    generic(sig, reflected);
    if (exceptions != null) {
      for (String exception : exceptions) {
        collector.type(JavaHow.DECLARATION, exception, Strength.SOFT);
      }
    }
    return code(access, name, descriptor);
  }

  private MethodVisitor code(int access, String name, String descriptor) {
    String key = name + descriptor;
    declared.add(key);
    if (hierarchy == null || isAlwaysLive(name)) {
      return new CodeDemands(collector, collector, texts, access, name, descriptor);
    }
    DemandCollector part = parts.computeIfAbsent(key, this::newPart);
    if (name.equals("<init>")) {
      part.at(name, 0);
      part.part(JavaHow.INSTANCE, self, INSTANCE, Strength.HARD, "");
    }
    part.at(name, 0);
    if (!isVerified) {
      return new CodeDemands(part, collector, texts, access, name, descriptor);
    }
    VerifiedTypes verified = new VerifiedTypes(collector, hierarchy, name, descriptor);
    return verified.around(
        self, access, new CodeDemands(part, collector, texts, access, name, descriptor));
  }

  private DemandCollector newPart(String key) {
    return new DemandCollector(item, index, true, key);
  }

  /** Methods that are called without anybody naming them. */
  private boolean isAlwaysLive(String name) {
    return name.equals("<clinit>") || CALLED_BY_THE_RUNTIME.contains(name);
  }
}
