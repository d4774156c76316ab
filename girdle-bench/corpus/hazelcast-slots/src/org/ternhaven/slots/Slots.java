package org.ternhaven.slots;

import com.hazelcast.core.Hazelcast;
import com.hazelcast.core.HazelcastInstance;
import com.hazelcast.map.IMap;
import com.hazelcast.query.Predicates;
import com.hazelcast.sql.SqlResult;
import com.hazelcast.sql.SqlRow;
import java.io.Serializable;
import java.util.List;
import java.util.concurrent.Callable;

public class Slots {
  static class Count implements Callable<Integer>, Serializable {
    @Override
    public Integer call() {
      return 3;
    }
  }

  public static void main(String[] args) throws Exception {
    HazelcastInstance harbour = Hazelcast.newHazelcastInstance();
    try {
      IMap<String, Ship> ships = harbour.getMap("ships");
      ships.put("k", new Ship("Kittiwake", 42));
      ships.put("p", new Ship("Plover", 61));
      ships.put("d", new Ship("Dunlin", 18));
      List<String> names =
          ships.values(Predicates.sql("length > 40")).stream().map(Ship::getName).sorted().toList();
      System.out.println("long ships " + names);
      System.out.println("moved " + ships.executeOnKey("k", new Longer()));
      System.out.println(
          "counted " + harbour.getExecutorService("count").submit(new Count()).get());
      harbour.getSql().execute(
          "CREATE MAPPING ships TYPE IMap OPTIONS ('keyFormat'='varchar', 'valueFormat'='java',"
              + " 'valueJavaClass'='org.ternhaven.slots.Ship')").close();
      try (SqlResult found =
          harbour.getSql().execute("SELECT name, length FROM ships WHERE length > ? ORDER BY 2 DESC", 55)) {
        for (SqlRow row : found) {
          System.out.println("sql " + row.getObject(0) + " " + row.getObject(1));
        }
      }
    } catch (RuntimeException e) {
      System.out.println("failed " + e);
    } finally {
      harbour.shutdown();
    }
  }
}
