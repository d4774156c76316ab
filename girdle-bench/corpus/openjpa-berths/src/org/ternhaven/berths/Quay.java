package org.ternhaven.berths;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;

@Entity
public class Quay {
  @Id private String name;

  protected Quay() {}

  public Quay(String name) {
    this.name = name;
  }

  public String getName() {
    return name;
  }
}
