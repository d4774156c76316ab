package org.ternhaven.script;

import java.util.List;
import org.graalvm.polyglot.Context;
import org.graalvm.polyglot.HostAccess;
import org.graalvm.polyglot.PolyglotException;
import org.graalvm.polyglot.Value;

/** Runs the office's small rules. */
public class Script {
  public static class Desk {
    @HostAccess.Export
    public String say(String what) {
      return "desk says " + what;
    }
  }

  public static void main(String[] args) {
    try (Context context = Context.newBuilder("js").allowHostAccess(HostAccess.ALL).build()) {
      context.getBindings("js").putMember("desk", new Desk());
      context.getBindings("js").putMember("levels", List.of(4.2, 2.5));
      System.out.println(context.eval("js", "'mean ' + (levels[0] + levels[1]) / 2").asString());
      System.out.println(context.eval("js", "'map ' + [1,2,3].map(x => x*x).join(',')").asString());
      System.out.println(context.eval("js", "desk.say(`${new Date(0).toISOString()}`)").asString());
      System.out.println(
          context.eval("js", "'match ' + /tern(?<place>\\w+)/u.exec('ternhaven').groups.place").asString());
      System.out.println(
          context.eval("js", "(12345.678).toLocaleString('en') + ' ' + 'É'.normalize('NFD').length").asString());
      Value f = context.eval("js", "(function* () { yield 1; yield 2 })");
      System.out.println(f.execute().invokeMember("next").getMember("value").asInt());
      try {
        context.eval("js", "throw new RangeError('no such quay')");
      } catch (PolyglotException e) {
        System.out.println(e.getMessage());
      }
    }
  }
}
