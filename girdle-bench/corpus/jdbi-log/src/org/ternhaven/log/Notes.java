package org.ternhaven.log;

import org.jdbi.v3.json.Json;
import org.jdbi.v3.sqlobject.customizer.Bind;
import org.jdbi.v3.sqlobject.customizer.Define;
import org.jdbi.v3.sqlobject.statement.SqlQuery;
import org.jdbi.v3.sqlobject.statement.SqlUpdate;
import org.jdbi.v3.stringtemplate4.UseStringTemplateSqlLocator;

public interface Notes {
  record Tide(String gauge, double level) {}

  @SqlUpdate("create table note (id int primary key, text varchar(80), tide varchar(200))")
  void create();

  @SqlUpdate("insert into note (id, text) values (:id, :text)")
  void add(int id, String text);

  @SqlQuery("select text from note where id = ?")
  String text(int id);

  @SqlQuery("select count(*) from note")
  int count();

  @SqlQuery
  @UseStringTemplateSqlLocator
  int longer(@Bind("length") int length, @Define("table") String table);

  @SqlUpdate("update note set tide = :tide where id = :id")
  void addTide(int id, @Json Tide tide);

  @Json
  @SqlQuery("select tide from note where id = ?")
  Tide tide(int id);
}
