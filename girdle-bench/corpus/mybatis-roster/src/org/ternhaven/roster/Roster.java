package org.ternhaven.roster;

import java.io.Reader;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.io.Resources;
import org.apache.ibatis.jdbc.ScriptRunner;
import org.apache.ibatis.session.SqlSession;
import org.apache.ibatis.session.SqlSessionFactory;
import org.apache.ibatis.session.SqlSessionFactoryBuilder;

public class Roster {
  public static class Ship {
    private String name;
    private List<String> hands;

    @Override
    public String toString() {
      return name + " has " + hands.size() + " hands";
    }
  }

  public interface Ships {
    List<Ship> all();

    List<String> find(@Param("like") String like, @Param("ship") String ship);

    @Select("select count(*) from hand")
    int hands();
  }

  public static class Pool extends org.apache.ibatis.datasource.unpooled.UnpooledDataSourceFactory {
    @Override
    public void setProperties(Properties properties) {
      com.zaxxer.hikari.HikariConfig config = new com.zaxxer.hikari.HikariConfig();
      config.setJdbcUrl(properties.getProperty("url"));
      config.setUsername("sa");
      dataSource = new com.zaxxer.hikari.HikariDataSource(config);
    }
  }

  public static void main(String[] args) throws Exception {
    SqlSessionFactory factory;
    try (Reader configuration = Resources.getResourceAsReader("mybatis.xml")) {
      factory = new SqlSessionFactoryBuilder().build(configuration);
    }
    try (SqlSession session = factory.openSession();
        Reader script = Resources.getResourceAsReader("roster.sql")) {
      ScriptRunner runner = new ScriptRunner(session.getConnection());
      runner.setLogWriter(null);
      runner.runScript(script);
      Ships ships = session.getMapper(Ships.class);
      ships.all().forEach(System.out::println);
      System.out.println(ships.hands());
      ships.find("A%", "Kittiwake").forEach(h -> System.out.println("found " + h));
      ships.find(null, "Dunlin").forEach(h -> System.out.println("found " + h));
      List<Map<String, Object>> rows = session.selectList("org.ternhaven.roster.Roster$Ships.rows");
      System.out.println(new java.util.TreeMap<>(rows.get(0)));
    }
  }
}
