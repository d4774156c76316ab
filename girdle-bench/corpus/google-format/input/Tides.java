package org.ternhaven; import java.util.List; import java.util.Map;
/** Tides of
 * a day. */
public class Tides { record Tide(String gauge,double level){}
  String text(int o){ return switch(o){ case 1,2->"high"; case 3->{ yield "low"; } default->"none"; }; } String t="""
  tide
  """;
  List<Tide> all(){return List.of(new Tide("north",4.2),new Tide("south",3.9),new Tide("inner basin of the old harbour",3.8));} }
