package org.ternhaven.notice;

import java.io.File;
import java.util.Map;
import org.asciidoctor.Asciidoctor;
import org.asciidoctor.Attributes;
import org.asciidoctor.Options;
import org.asciidoctor.SafeMode;
import org.asciidoctor.ast.ContentNode;
import org.asciidoctor.ast.PhraseNode;
import org.asciidoctor.ast.StructuralNode;
import org.asciidoctor.extension.InlineMacroProcessor;
import org.asciidoctor.extension.Name;

public class Notice {
  @Name("ship")
  public static class Ship extends InlineMacroProcessor {
    @Override
    public PhraseNode process(
        StructuralNode parent, String target, Map<String, Object> attributes) {
      return createPhraseNode((ContentNode) parent, "quoted", "ship " + target);
    }
  }

  public static void main(String[] args) {
    try (Asciidoctor asciidoctor = Asciidoctor.Factory.create()) {
      asciidoctor.javaExtensionRegistry().inlineMacro(Ship.class);
      File notice = new File("notice.adoc");
      Attributes attributes =
          Attributes.builder().attribute("reproducible", "").sourceHighlighter("rouge").build();
      asciidoctor.convertFile(
          notice,
          Options.builder().safe(SafeMode.UNSAFE).attributes(attributes).standalone(true).build());
      String docbook =
          asciidoctor.convertFile(
              notice, Options.builder().backend("docbook5").toFile(false).build());
      System.out.println("docbook " + docbook.contains("<title>North quay</title>"));
      System.out.println(asciidoctor.loadFile(notice, Options.builder().build()).getTitle());
    }
  }
}
