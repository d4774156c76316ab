package org.ternhaven.route;

import org.apache.camel.ProducerTemplate;
import org.apache.camel.builder.RouteBuilder;
import org.apache.camel.main.Main;

public class Route extends RouteBuilder {
  public static class Shout {
    public String loud(String text) {
      return text.toUpperCase();
    }
  }

  @Override
  public void configure() {
    from("direct:shout").bean(Shout.class, "loud").to("log:quay");
    from("direct:level")
        .choice()
        .when(simple("${body} > 3"))
        .setBody(constant("deep"))
        .otherwise()
        .setBody(constant("shallow"));
  }

  public static void main(String[] args) throws Exception {
    Main main = new Main();
    main.configure().addRoutesBuilder(new Route());
    main.start();
    ProducerTemplate template = main.getCamelTemplate();
    System.out.println(template.requestBody("direct:shout", "north", String.class));
    System.out.println(template.requestBody("direct:level", 4, String.class));
    System.out.println(template.requestBody("direct:berths", "x", String.class));
    main.stop();
  }
}
