package org.ternhaven.log;

import jakarta.persistence.CascadeType;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EntityManager;
import jakarta.persistence.EntityManagerFactory;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.OneToMany;
import jakarta.persistence.Persistence;
import jakarta.validation.ConstraintViolationException;
import jakarta.validation.constraints.NotBlank;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;

public class Log {
  @Entity(name = "Berth")
  public static class Berth {
    @Id @GeneratedValue Long id;
    @NotBlank String name;
    @Column(precision = 6, scale = 2) BigDecimal depth;
    @OneToMany(mappedBy = "berth", cascade = CascadeType.ALL) List<Ship> ships = new ArrayList<>();
  }

  @Entity(name = "Ship")
  public static class Ship {
    @Id @GeneratedValue Long id;
    @NotBlank String name;
    @ManyToOne Berth berth;
  }

  public static void main(String[] args) {
    EntityManagerFactory factory = Persistence.createEntityManagerFactory("log");
    EntityManager manager = factory.createEntityManager();
    manager.getTransaction().begin();
    Berth berth = new Berth();
    berth.name = "north-quay";
    berth.depth = new BigDecimal("4.20");
    Ship ship = new Ship();
    ship.name = "Kittiwake";
    ship.berth = berth;
    berth.ships.add(ship);
    manager.persist(berth);
    manager.getTransaction().commit();
    manager.clear();
    manager
        .createQuery("select s from Ship s join fetch s.berth where s.name like 'K%'", Ship.class)
        .getResultList()
        .forEach(s -> System.out.println(s.name + " at " + s.berth.name + " " + s.berth.depth));
    System.out.println(
        "ships " + manager.createQuery("select count(s) from Ship s").getSingleResult());
    manager.getTransaction().begin();
    try {
      Ship bad = new Ship();
      bad.name = " ";
      manager.persist(bad);
      manager.flush();
    } catch (ConstraintViolationException e) {
      System.out.println(
          "refused: " + e.getConstraintViolations().iterator().next().getMessage());
    }
    factory.close();
  }
}
