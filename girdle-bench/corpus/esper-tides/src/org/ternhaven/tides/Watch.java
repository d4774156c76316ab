package org.ternhaven.tides;

import com.espertech.esper.common.client.EPCompiled;
import com.espertech.esper.common.client.configuration.Configuration;
import com.espertech.esper.compiler.client.CompilerArguments;
import com.espertech.esper.compiler.client.EPCompilerProvider;
import com.espertech.esper.runtime.client.EPDeployment;
import com.espertech.esper.runtime.client.EPRuntime;
import com.espertech.esper.runtime.client.EPRuntimeProvider;

public class Watch {
  public static void main(String[] args) throws Exception {
    Configuration configuration = new Configuration();
    configuration.getCommon().addEventType(Level.class);
    EPCompiled compiled =
        EPCompilerProvider.getCompiler()
            .compile(
                "@name('mean') select gauge, avg(level) as mean from Level#length(10) group by gauge;"
                    + "@name('rising') select b.gauge as gauge, b.level as level from pattern [every"
                    + " a=Level -> b=Level(gauge=a.gauge and level > a.level + 1)];"
                    + "@name('rows') select count(*) as n from Level#time(1 hour) output last every 2 events",
                new CompilerArguments(configuration));
    EPRuntime runtime = EPRuntimeProvider.getDefaultRuntime(configuration);
    EPDeployment deployed = runtime.getDeploymentService().deploy(compiled);
    for (var statement : deployed.getStatements()) {
      statement.addListener(
          (news, olds, s, r) -> {
            switch (s.getName()) {
              case "mean" -> System.out.println(news[0].get("gauge") + " mean " + news[0].get("mean"));
              case "rising" -> System.out.println("rising " + news[0].get("gauge") + " " + news[0].get("level"));
              default -> System.out.println("rows " + news[0].get("n"));
            }
          });
    }
    runtime.getEventService().sendEventBean(new Level("north", 3.0), "Level");
    runtime.getEventService().sendEventBean(new Level("north", 5.0), "Level");
    runtime.destroy();
    System.exit(0);
  }
}
