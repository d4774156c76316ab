package dev.girdle.java;

import dev.girdle.app.Item;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.Strength;
import dev.girdle.closure.UnreadableItemException;
import java.util.Set;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.ModuleVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.RecordComponentVisitor;
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
final class ClassDemands extends ClassVisitor {
  /** The newest class file format that the reader knows. */
  static final int NEWEST_MAJOR = Opcodes.V26;

  /**
   * What a class file says.
   *
   * @param demands what it demands
   * @param version minor and major version as the class file has them
   */
  record Result(ItemDemands demands, int version) {}

  private static final Set<String> STORED =
      Set.of("java/io/Serializable", "java/io/Externalizable");

  private final Gathering gathering;
  private int version;
  private boolean isStored;

  private ClassDemands(Gathering gathering) {
    super(Opcodes.ASM9);
    this.gathering = gathering;
  }

  static Result read(byte[] bytes, Item item, ClassIndex index) throws UnreadableItemException {
    ClassReader reader = ClassHeader.readerOf(bytes);
    ClassDemands visitor = new ClassDemands(new Gathering(item, index));
    try {
      reader.accept(visitor, ClassReader.SKIP_FRAMES);
    } catch (IndexOutOfBoundsException | IllegalArgumentException | NegativeArraySizeException e) {
      throw new UnreadableItemException("is a damaged class file");
    }
    return new Result(visitor.gathering.demands(), visitor.version);
  }

  @Override
  public void visit(
      int classVersion, int access, String name, String sig, String parent, String[] interfaces) {
    version = classVersion;
    gathering.type(How.INHERITANCE, parent, Strength.HARD);
    for (String type : interfaces) {
      isStored |= STORED.contains(type);
      gathering.type(How.INHERITANCE, type, Strength.HARD);
    }
    generic(sig);
  }

  private void generic(String signature) {
    if (signature != null) {
      Signatures.types(signature, name -> gathering.type(How.DECLARATION, name, Strength.HINT));
    }
  }

  @Override
  public void visitOuterClass(String owner, String name, String descriptor) {
    gathering.type(How.RELATION, owner, Strength.SOFT);
  }

  @Override
  public void visitInnerClass(String name, String outer, String inner, int access) {
    gathering.type(How.RELATION, name, Strength.HINT);
  }

  @Override
  public ModuleVisitor visitModule(String name, int access, String moduleVersion) {
    return new ModuleDemands(gathering);
  }

  @Override
  public void visitNestHost(String host) {
    gathering.type(How.RELATION, host, Strength.SOFT);
  }

  @Override
  public void visitNestMember(String member) {
    gathering.type(How.RELATION, member, Strength.SOFT);
  }

  @Override
  public void visitPermittedSubclass(String subclass) {
    gathering.type(How.RELATION, subclass, Strength.SOFT);
  }

  @Override
  public RecordComponentVisitor visitRecordComponent(String name, String descriptor, String sig) {
    gathering.at(name, 0);
    gathering.descriptor(How.DECLARATION, descriptor, Strength.SOFT);
    generic(sig);
    return new RecordComponentVisitor(Opcodes.ASM9) {
      @Override
      public AnnotationVisitor visitAnnotation(String type, boolean visible) {
        return AnnotationDemands.of(gathering, type, visible);
      }
    };
  }

  @Override
  public AnnotationVisitor visitAnnotation(String type, boolean visible) {
    gathering.at("", 0);
    return AnnotationDemands.of(gathering, type, visible);
  }

  @Override
  public AnnotationVisitor visitTypeAnnotation(int ref, TypePath path, String type, boolean v) {
    return AnnotationDemands.of(gathering, type, v);
  }

  @Override
  public FieldVisitor visitField(int access, String name, String type, String sig, Object value) {
    gathering.at(name, 0);
    boolean isMember = (access & (Opcodes.ACC_STATIC | Opcodes.ACC_TRANSIENT)) == 0;
    How how = isStored && isMember ? How.SERIAL : How.DECLARATION;
    gathering.descriptor(how, type, Strength.SOFT);
    generic(sig);
    if (value instanceof String text) {
      TextDemands.inCode(gathering, text);
    }
    return new FieldVisitor(Opcodes.ASM9) {
      @Override
      public AnnotationVisitor visitAnnotation(String annotation, boolean visible) {
        return AnnotationDemands.of(gathering, annotation, visible);
      }
    };
  }

  @Override
  public MethodVisitor visitMethod(
      int access, String name, String descriptor, String sig, String[] exceptions) {
    gathering.at(name, 0);
    gathering.descriptor(How.DECLARATION, descriptor, Strength.SOFT);
    generic(sig);
    if (exceptions != null) {
      for (String exception : exceptions) {
        gathering.type(How.DECLARATION, exception, Strength.SOFT);
      }
    }
    return new CodeDemands(gathering, name);
  }
}
