package dev.girdle.java.bytecode;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.java.format.ClassHeader;
import dev.girdle.java.format.ConstantPool;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.index.ClassIndex;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.objectweb.asm.ClassReader;

/** The texts of a class that name classes of something else than its own component. */
public final class ConstantTexts {
  private ConstantTexts() {}

  /** One demand for each constant (JVMS 4.4.3) that is the full name of a class of the index. */
  public static List<Demand> of(Item ofClass, ClassIndex index) throws IOException {
    List<Demand> demands = new ArrayList<>();
    for (String text : all(ofClass)) {
      TextDemands.className(text, index)
          .ifPresent(
              name ->
                  demands.add(
                      Demand.of(
                          JavaThing.CODE,
                          name,
                          Site.of(ofClass),
                          JavaHow.CODE_TEXT,
                          Strength.SOFT)));
    }
    return demands;
  }

  /** All constant texts of a class. */
  public static List<String> all(Item ofClass) throws IOException {
    try {
      ClassReader reader = ClassHeader.readerOf(ClassHeader.bytesOf(ofClass.content()));
      return ClassHeader.reading(() -> in(reader));
    } catch (UnreadableItemException e) {
      return List.of(); // the walk of the application has told it
    }
  }

  /** All constant texts of a class file. */
  public static List<String> in(ClassReader reader) {
    return ConstantPool.texts(reader, ConstantPool.STRING).filter(Objects::nonNull).toList();
  }
}
