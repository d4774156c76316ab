package org.ternhaven.berths;

import org.axonframework.commandhandling.CommandHandler;
import org.axonframework.eventsourcing.EventSourcingHandler;
import org.axonframework.modelling.command.AggregateIdentifier;
import org.axonframework.modelling.command.AggregateLifecycle;
import org.axonframework.modelling.command.TargetAggregateIdentifier;

public class Berth {
  @AggregateIdentifier private String number;
  private String ship;

  public record Open(@TargetAggregateIdentifier String berth) {}

  public record Assign(@TargetAggregateIdentifier String berth, String ship) {}

  public static final class Opened {
    private String berth;

    Opened(String berth) {
      this.berth = berth;
    }
  }

  public static final class Assigned {
    private String berth;
    private String ship;

    Assigned(String berth, String ship) {
      this.berth = berth;
      this.ship = ship;
    }

    public String berth() {
      return berth;
    }

    public String ship() {
      return ship;
    }
  }

  protected Berth() {}

  @CommandHandler
  public Berth(Open command) {
    AggregateLifecycle.apply(new Opened(command.berth()));
  }

  @CommandHandler
  public void handle(Assign command) {
    if (command.ship().equals(ship)) {
      throw new IllegalStateException("taken");
    }
    AggregateLifecycle.apply(new Assigned(number, command.ship()));
  }

  @EventSourcingHandler
  public void on(Opened event) {
    number = event.berth;
  }

  @EventSourcingHandler
  public void on(Assigned event) {
    ship = event.ship;
  }
}
