package org.ternhaven.dues;

import de.odysseus.el.ExpressionFactoryImpl;
import de.odysseus.el.util.SimpleContext;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.el.ExpressionFactory;
import ognl.Ognl;
import ognl.OgnlContext;
import org.apache.commons.jexl3.JexlBuilder;
import org.apache.commons.jexl3.JexlEngine;
import org.apache.commons.jexl3.MapContext;
import org.mvel2.MVEL;
import org.mvel2.templates.TemplateRuntime;
import org.springframework.expression.spel.SpelCompilerMode;
import org.springframework.expression.spel.SpelParserConfiguration;
import org.springframework.expression.spel.standard.SpelExpressionParser;
import org.springframework.expression.spel.support.StandardEvaluationContext;

public final class Dues {
  public static final class Ship {
    private final String name;
    private final int length;

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

    public double dues(double rate) {
      return length * rate;
    }
  }

  public static void main(String[] args) throws Exception {
    Ship ship = new Ship("Kittiwake", 42);
    JexlEngine jexl = new JexlBuilder().permissions(org.apache.commons.jexl3.introspection.JexlPermissions.UNRESTRICTED).create();
    System.out.println("jexl " + jexl.createExpression("ship.dues(2.0)").evaluate(new MapContext(new HashMap<>(Map.of("ship", ship)))));
    System.out.println(
        "script " + jexl.createScript("var s = 0; for (var n : list) { s += n } s")
            .execute(new MapContext(new HashMap<>(Map.of("list", List.of(1, 2, 3))))));
    OgnlContext context = Ognl.createDefaultContext(ship);
    System.out.println("ognl " + Ognl.getValue("dues(2.0)", context, ship));
    System.out.println("upper " + Ognl.getValue("name.toUpperCase()", context, ship));
    System.out.println("mvel " + MVEL.eval("ship.dues(2.0)", Map.of("ship", ship)));
    Object compiled = MVEL.compileExpression("ship.length > 40 ? 'long' : 'short'");
    System.out.println("mvel compiled " + MVEL.executeExpression(compiled, Map.of("ship", ship)));
    System.out.println(TemplateRuntime.eval("template @{ship.name}", Map.of("ship", ship)));
    SpelExpressionParser spel =
        new SpelExpressionParser(
            new SpelParserConfiguration(SpelCompilerMode.IMMEDIATE, Dues.class.getClassLoader()));
    var expression = spel.parseExpression("dues(2.0)");
    StandardEvaluationContext there = new StandardEvaluationContext(ship);
    expression.getValue(there);
    System.out.println("spel " + expression.getValue(there));
    ExpressionFactory factory = ExpressionFactory.newInstance();
    System.out.println("factory " + (factory instanceof ExpressionFactoryImpl));
    SimpleContext el = new SimpleContext();
    el.setVariable("ship", factory.createValueExpression(ship, Ship.class));
    System.out.println(
        "juel " + factory.createValueExpression(el, "${ship.length * 2.0}", Double.class).getValue(el));
  }
}
