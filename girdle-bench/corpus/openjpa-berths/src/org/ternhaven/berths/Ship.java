package org.ternhaven.berths;

import jakarta.persistence.CascadeType;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.NamedQuery;

@Entity
@NamedQuery(name = "Ship.count", query = "SELECT COUNT(s) FROM Ship s")
public class Ship {
  @Id private String name;
  private int length;

  @ManyToOne(cascade = CascadeType.PERSIST)
  private Quay quay;

  protected Ship() {}

  public Ship(String name, int length, Quay quay) {
    this.name = name;
    this.length = length;
    this.quay = quay;
  }

  public String getName() {
    return name;
  }

  public Quay getQuay() {
    return quay;
  }
}
