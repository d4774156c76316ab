package org.ternhaven.dues;

import org.kie.api.KieServices;
import org.kie.api.runtime.KieContainer;
import org.kie.api.runtime.KieSession;

public class Dues {
  public static class Ship {
    private final String name;
    private final int length;
    private int dues;

    public Ship(String name, int length) {
      this.name = name;
      this.length = length;
    }

    public String getName() {
      return name;
    }

    public int getLength() {
      return length;
    }

    public int getDues() {
      return dues;
    }

    public void setDues(int dues) {
      this.dues = dues;
    }
  }

  public static void main(String[] args) {
    KieContainer container = KieServices.Factory.get().getKieClasspathContainer();
    KieSession session = container.newKieSession();
    Ship kittiwake = new Ship("Kittiwake", 40);
    Ship dunlin = new Ship("Dunlin", 20);
    session.insert(kittiwake);
    session.insert(dunlin);
    int fired = session.fireAllRules();
    for (Ship ship : new Ship[] {kittiwake, dunlin}) {
      System.out.println(ship.getName() + " pays " + ship.getDues());
    }
    System.out.println("rules " + fired);
    session.dispose();
  }
}
