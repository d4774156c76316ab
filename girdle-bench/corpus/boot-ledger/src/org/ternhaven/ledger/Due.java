package org.ternhaven.ledger;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;

@Entity
public class Due {
  @Id @GeneratedValue private Long id;
  private String ship;
  private double amount;

  protected Due() {}

  public Due(String ship, double amount) {
    this.ship = ship;
    this.amount = amount;
  }

  public String getShip() {
    return ship;
  }

  public double getAmount() {
    return amount;
  }
}
