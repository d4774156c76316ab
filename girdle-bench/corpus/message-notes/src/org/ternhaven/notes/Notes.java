package org.ternhaven.notes;

import ca.uhn.hl7v2.DefaultHapiContext;
import ca.uhn.hl7v2.HL7Exception;
import ca.uhn.hl7v2.HapiContext;
import ca.uhn.hl7v2.model.Message;
import ca.uhn.hl7v2.util.Terser;
import java.nio.file.Files;
import java.nio.file.Path;

public class Notes {
  public static void main(String[] args) throws Exception {
    try (HapiContext context = new DefaultHapiContext()) {
      Message message = context.getPipeParser().parse(Files.readString(Path.of(args[0])));
      Terser terser = new Terser(message);
      System.out.println("name " + terser.get("/.PID-5-1") + " " + message.getName());
      System.out.println("answer " + new Terser(message.generateACK()).get("/MSA-1"));
      System.out.println(context.getXMLParser().encode(message));
      System.out.println(message.printStructure());
      try {
        context.getPipeParser().parse("MSH|^~\\&|X|Y|Z|W|2026||ADT^A01|1|P|2.9\r");
      } catch (HL7Exception e) {
        System.out.println("wrong " + e.getMessage());
      }
    }
  }
}
