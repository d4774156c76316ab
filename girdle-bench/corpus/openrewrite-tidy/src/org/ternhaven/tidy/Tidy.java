package org.ternhaven.tidy;

import java.util.List;
import org.openrewrite.ExecutionContext;
import org.openrewrite.InMemoryExecutionContext;
import org.openrewrite.Result;
import org.openrewrite.SourceFile;
import org.openrewrite.internal.InMemoryLargeSourceSet;
import org.openrewrite.java.ChangeType;
import org.openrewrite.java.JavaParser;

/** Renames what the office renamed. */
public class Tidy {
  public static void main(String[] args) {
    ExecutionContext context = new InMemoryExecutionContext(Throwable::printStackTrace);
    List<SourceFile> sources =
        JavaParser.fromJavaVersion()
            .build()
            .parse(
                context,
                "package org.ternhaven; public class Quay { }",
                "package org.ternhaven.desk; import org.ternhaven.Quay; class Desk { Quay pier; }")
            .toList();
    for (Result result :
        new ChangeType("org.ternhaven.Quay", "org.ternhaven.Pier", false)
            .run(new InMemoryLargeSourceSet(sources), context)
            .getChangeset()
            .getAllResults()) {
      System.out.println(result.getAfter().printAll());
    }
  }
}
