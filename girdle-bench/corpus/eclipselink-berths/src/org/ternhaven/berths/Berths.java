package org.ternhaven.berths;

import jakarta.persistence.EntityManager;
import jakarta.persistence.EntityManagerFactory;
import jakarta.persistence.Persistence;

/** Who lies where. */
public class Berths {
  public static void main(String[] args) {
    EntityManagerFactory factory = Persistence.createEntityManagerFactory("harbour");
    EntityManager manager = factory.createEntityManager();
    manager.getTransaction().begin();
    manager.persist(new Ship("Kittiwake", 18, Quay.NORTH));
    manager.getTransaction().commit();
    for (Ship ship :
        manager.createQuery("select s from Ship s order by s.name", Ship.class).getResultList()) {
      System.out.println(ship);
    }
    System.out.println(
        "count " + manager.createQuery("select count(s) from Ship s").getSingleResult());
    System.out.println("longest " + manager.createNamedQuery("Ship.longest").getSingleResult());
    manager.close();
    factory.close();
  }
}
