package org.ternhaven.log;

import jetbrains.exodus.entitystore.Entity;
import jetbrains.exodus.entitystore.PersistentEntityStore;
import jetbrains.exodus.entitystore.PersistentEntityStores;

/** Who came in. */
public class Log {
  public static void main(String[] args) {
    try (PersistentEntityStore store = PersistentEntityStores.newInstance("log.db")) {
      store.executeInTransaction(
          t -> {
            Entity ship = t.newEntity("Ship");
            ship.setProperty("name", "Tern");
          });
      System.out.println("ships " + store.<Long>computeInReadonlyTransaction(t -> t.getAll("Ship").size()));
      System.out.println(
          "first "
              + store.<Object>computeInReadonlyTransaction(
                  t -> t.find("Ship", "name", "Tern").getFirst().getProperty("name")));
    }
    new java.io.File("log.db/xd.lck").delete(); // tells which process it was
  }
}
