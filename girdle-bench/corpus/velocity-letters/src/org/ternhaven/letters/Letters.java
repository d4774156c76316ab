package org.ternhaven.letters;

import java.io.StringWriter;
import java.util.Date;
import java.util.List;
import java.util.Map;
import java.util.TimeZone;
import org.apache.velocity.VelocityContext;
import org.apache.velocity.app.VelocityEngine;
import org.apache.velocity.tools.ToolManager;

public final class Letters {
  public static void main(String[] args) {
    TimeZone.setDefault(TimeZone.getTimeZone("UTC"));
    ToolManager tools = new ToolManager(true, false);
    tools.configure("/org/ternhaven/letters/tools.xml");
    VelocityEngine engine = new VelocityEngine();
    engine.setProperty("resource.loaders", "class");
    engine.setProperty(
        "resource.loader.class.class",
        "org.apache.velocity.runtime.resource.loader.ClasspathResourceLoader");
    engine.setProperty("velocimacro.library.path", "letters/macros.vm");
    engine.init();
    VelocityContext context = new VelocityContext(tools.createContext());
    context.put("ship", "Kittiwake");
    context.put("length", 42);
    context.put("day", new Date(1715500000000L));
    context.put("berths", List.of(Map.of("nr", "<7>"), Map.of("nr", "9")));
    StringWriter out = new StringWriter();
    engine.getTemplate("letters/" + "dues" + ".vm", "UTF-8").merge(context, out);
    System.out.println(out);
  }
}
