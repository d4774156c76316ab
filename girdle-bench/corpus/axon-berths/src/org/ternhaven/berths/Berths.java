package org.ternhaven.berths;

import com.thoughtworks.xstream.XStream;
import org.axonframework.config.Configuration;
import org.axonframework.config.DefaultConfigurer;
import org.axonframework.eventsourcing.eventstore.EmbeddedEventStore;
import org.axonframework.eventsourcing.eventstore.inmemory.InMemoryEventStorageEngine;
import org.axonframework.messaging.responsetypes.ResponseTypes;
import org.axonframework.serialization.xml.XStreamSerializer;

public final class Berths {
  public static void main(String[] args) throws Exception {
    XStream xstream = new XStream();
    xstream.allowTypesByWildcard(new String[] {"org.ternhaven.**", "org.axonframework.**"});
    Board board = new Board();
    Configuration office =
        DefaultConfigurer.defaultConfiguration(false)
            .configureSerializer(c -> XStreamSerializer.builder().xStream(xstream).build())
            .configureEmbeddedEventStore(c -> new InMemoryEventStorageEngine())
            .configureAggregate(Berth.class)
            .registerEventHandler(c -> board)
            .registerQueryHandler(c -> board)
            .eventProcessing(p -> p.usingSubscribingEventProcessors())
            .buildConfiguration();
    office.start();
    office.commandGateway().sendAndWait(new Berth.Open("7"));
    office.commandGateway().sendAndWait(new Berth.Assign("7", "Kittiwake"));
    try {
      office.commandGateway().sendAndWait(new Berth.Assign("7", "Kittiwake"));
    } catch (RuntimeException e) {
      System.out.println("refused: " + e.getMessage());
    }
    office.commandGateway().sendAndWait(new Berth.Assign("7", "Dunlin"));
    String who =
        office.queryGateway().query("who", "7", ResponseTypes.instanceOf(String.class)).get();
    System.out.println("berth 7 has " + who);
    long events = ((EmbeddedEventStore) office.eventStore()).readEvents("7").asStream().count();
    System.out.println("events " + events);
    office.shutdown();
    System.exit(0);
  }
}
