package org.ternhaven.tides;

import java.time.Duration;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.TimeUnit;
import org.apache.pekko.actor.typed.ActorRef;
import org.apache.pekko.actor.typed.ActorSystem;
import org.apache.pekko.actor.typed.Behavior;
import org.apache.pekko.actor.typed.javadsl.AskPattern;
import org.apache.pekko.actor.typed.javadsl.Behaviors;
import org.apache.pekko.http.javadsl.Http;
import org.apache.pekko.http.javadsl.ServerBinding;
import org.apache.pekko.http.javadsl.marshallers.jackson.Jackson;
import org.apache.pekko.http.javadsl.model.HttpRequest;
import org.apache.pekko.http.javadsl.server.AllDirectives;
import org.apache.pekko.serialization.SerializationExtension;
import org.apache.pekko.stream.javadsl.Sink;
import org.apache.pekko.stream.javadsl.Source;

public class Tides extends AllDirectives {
  public interface Wire {}

  public record Ask(String quay, ActorRef<Double> to) {}

  public static class Berth implements Wire {
    public String quay = "north";
    public double depth = 4.2;
  }

  static Behavior<Ask> book() {
    return Behaviors.receiveMessage(
        ask -> {
          ask.to().tell(4.2);
          return Behaviors.same();
        });
  }

  public static void main(String[] args) throws Exception {
    ActorSystem<Ask> system = ActorSystem.create(book(), "tides");
    CompletionStage<Double> level =
        AskPattern.ask(
            system, to -> new Ask("north", to), Duration.ofSeconds(5), system.scheduler());
    System.out.println("level " + level.toCompletableFuture().get(5, TimeUnit.SECONDS));
    System.out.println(
        "sum "
            + Source.range(1, 4)
                .runWith(Sink.fold(0, Integer::sum), system)
                .toCompletableFuture()
                .get(5, TimeUnit.SECONDS));
    byte[] wire = SerializationExtension.get(system).serialize(new Berth()).get();
    System.out.println("wire " + new String(wire));
    Tides tides = new Tides();
    ServerBinding binding =
        Http.get(system)
            .newServerAt("localhost", 0)
            .bind(
                tides.path(
                    "berth", () -> tides.get(() -> tides.complete(
                        org.apache.pekko.http.javadsl.model.StatusCodes.OK, new Berth(), Jackson.marshaller()))))
            .toCompletableFuture()
            .get(10, TimeUnit.SECONDS);
    var response =
        Http.get(system)
            .singleRequest(
                HttpRequest.create(
                    "http://localhost:" + binding.localAddress().getPort() + "/berth"))
            .toCompletableFuture()
            .get(10, TimeUnit.SECONDS);
    System.out.println(
        "got "
            + response
                .entity()
                .toStrict(5000, system)
                .toCompletableFuture()
                .get()
                .getData()
                .utf8String());
    system.terminate();
    system.getWhenTerminated().toCompletableFuture().get(10, TimeUnit.SECONDS);
    System.exit(0);
  }
}
