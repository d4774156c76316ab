package org.ternhaven.berths;

import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.PrePersist;

@Entity
public class Ship {
  @Id @GeneratedValue private int id;
  private String name;
  private int length;

  @Convert(converter = Quay.Column.class)
  private Quay quay;

  protected Ship() {}

  Ship(String name, int length, Quay quay) {
    this.name = name;
    this.length = length;
    this.quay = quay;
  }

  @PrePersist
  void before() {
    System.out.println("before " + name);
  }

  @Override
  public String toString() {
    return name + " at " + quay.name().toLowerCase();
  }
}
