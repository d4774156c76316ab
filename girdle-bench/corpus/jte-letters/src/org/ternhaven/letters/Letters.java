package org.ternhaven.letters;

import gg.jte.ContentType;
import gg.jte.TemplateEngine;
import gg.jte.output.StringOutput;
import gg.jte.resolve.ResourceCodeResolver;
import java.nio.file.Files;

/** Writes letters to masters of ships. */
public class Letters {
  public static void main(String[] args) throws Exception {
    TemplateEngine engine =
        TemplateEngine.create(
            new ResourceCodeResolver("letters"), Files.createTempDirectory("letters"), ContentType.Html);
    StringOutput output = new StringOutput();
    engine.render("dues.jte", new Ship("Kittiwake", 42), output);
    System.out.println(output);
  }
}
