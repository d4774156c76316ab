package dev.girdle.java.format;

import java.util.function.Consumer;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.signature.SignatureReader;
import org.objectweb.asm.signature.SignatureVisitor;

/** Generic signatures (Java Virtual Machine Specification 4.7.9.1). */
public final class Signatures {
  private Signatures() {}

  /** Tells the internal names of all classes in a signature, inner ones with their outer's name. */
  public static void types(String signature, Consumer<String> names) {
    new SignatureReader(signature)
        .accept(
            new SignatureVisitor(Opcodes.ASM9) {
              private String outer = "";

              @Override
              public void visitClassType(String name) {
                outer = name;
                names.accept(name);
              }

              @Override
              public void visitInnerClassType(String name) {
                outer = outer + "$" + name;
                names.accept(outer);
              }
            });
  }
}
