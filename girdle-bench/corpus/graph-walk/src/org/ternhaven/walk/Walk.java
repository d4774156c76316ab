package org.ternhaven.walk;

import java.io.ByteArrayOutputStream;
import java.util.Map;
import javax.script.ScriptEngine;
import javax.script.SimpleBindings;
import org.apache.tinkerpop.gremlin.process.traversal.P;
import org.apache.tinkerpop.gremlin.process.traversal.dsl.graph.GraphTraversalSource;
import org.apache.tinkerpop.gremlin.structure.Vertex;
import org.apache.tinkerpop.gremlin.structure.io.IoCore;
import org.apache.tinkerpop.gremlin.tinkergraph.structure.TinkerGraph;

public class Walk {
  public static void main(String[] args) throws Exception {
    TinkerGraph graph = TinkerGraph.open();
    Vertex kittiwake = graph.addVertex("ship");
    kittiwake.property("name", "Kittiwake");
    kittiwake.property("length", 42);
    Vertex plover = graph.addVertex("ship");
    plover.property("name", "Plover");
    plover.property("length", 61);
    Vertex north = graph.addVertex("berth");
    north.property("name", "north");
    kittiwake.addEdge("at", north);
    GraphTraversalSource g = graph.traversal();
    System.out.println(
        "berthed " + g.V().hasLabel("ship").has("length", P.lt(50)).out("at").values("name").toList());
    ScriptEngine engine = new org.apache.tinkerpop.gremlin.groovy.jsr223.GremlinGroovyScriptEngine();
    SimpleBindings bindings = new SimpleBindings(Map.of("g", g));
    System.out.println(
        "script " + engine.eval("g.V().hasLabel('ship').order().by('length', desc).count().next()", bindings));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    graph.io(IoCore.graphson()).writer().create().writeGraph(out, graph);
    System.out.println(out.toString().contains("ship") + " ship");
    System.out.println(g.V().hasLabel("ship").group().by("name").by("length").next());
    System.exit(0);
  }
}
