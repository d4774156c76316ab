package org.ternhaven.berths;

import jakarta.persistence.EntityManager;
import jakarta.persistence.EntityManagerFactory;
import jakarta.persistence.Persistence;

public class Berths {
  public static void main(String[] args) {
    EntityManagerFactory factory = Persistence.createEntityManagerFactory("berths");
    EntityManager manager = factory.createEntityManager();
    manager.getTransaction().begin();
    Quay north = new Quay("north");
    manager.persist(new Ship("Kittiwake", 42, north));
    manager.persist(new Ship("Dunlin", 18, north));
    manager.getTransaction().commit();
    manager.clear();
    Ship ship = manager.find(Ship.class, "Kittiwake");
    System.out.println(ship.getName() + " at " + ship.getQuay().getName());
    System.out.println("count " + manager.createNamedQuery("Ship.count").getSingleResult());
    System.out.println(
        "longest " + manager.createQuery("SELECT MAX(s.length) FROM Ship s").getSingleResult());
    manager.close();
    factory.close();
  }
}
