package org.ternhaven.ledger;

public class Due {
  private String name;
  private int amount;

  public void setName(String name) {
    this.name = name;
  }

  public void setAmount(int amount) {
    this.amount = amount;
  }

  @Override
  public String toString() {
    return name + " " + amount;
  }
}
