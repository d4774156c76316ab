package org.ternhaven.cover;

import java.io.File;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.jacoco.core.analysis.Analyzer;
import org.jacoco.core.analysis.CoverageBuilder;
import org.jacoco.core.analysis.IClassCoverage;
import org.jacoco.core.data.ExecutionDataStore;
import org.jacoco.core.data.SessionInfoStore;
import org.jacoco.core.instr.Instrumenter;
import org.jacoco.core.runtime.IRuntime;
import org.jacoco.core.runtime.LoggerRuntime;
import org.jacoco.core.runtime.RuntimeData;
import org.jacoco.report.FileMultiReportOutput;
import org.jacoco.report.IReportVisitor;
import org.jacoco.report.html.HTMLFormatter;

public final class Cover {
  public static void main(String[] args) throws Exception {
    String name = "org.ternhaven.cover.Tide";
    IRuntime runtime = new LoggerRuntime();
    byte[] changed = new Instrumenter(runtime).instrument(bytesOf(name), name);
    RuntimeData data = new RuntimeData();
    runtime.startup(data);
    Class<?> tide =
        new ClassLoader(Cover.class.getClassLoader()) {
          Class<?> define() {
            return defineClass(name, changed, 0, changed.length);
          }
        }.define();
    System.out.println(((java.util.function.IntFunction<?>) tide.getConstructor().newInstance()).apply(5));
    ExecutionDataStore execution = new ExecutionDataStore();
    SessionInfoStore sessions = new SessionInfoStore();
    data.collect(execution, sessions, false);
    runtime.shutdown();
    CoverageBuilder builder = new CoverageBuilder();
    new Analyzer(execution, builder).analyzeClass(bytesOf(name), name);
    for (IClassCoverage c : builder.getClasses()) {
      System.out.println(
          "covered " + c.getLineCounter().getCoveredCount() + " of " + c.getLineCounter().getTotalCount());
    }
    File folder = new File(args[0]);
    IReportVisitor visitor = new HTMLFormatter().createVisitor(new FileMultiReportOutput(folder));
    visitor.visitInfo(List.of(), execution.getContents());
    visitor.visitBundle(builder.getBundle("harbour"), new org.jacoco.report.DirectorySourceFileLocator(folder, "UTF-8", 4));
    visitor.visitEnd();
    System.out.println("index.html " + Files.exists(Path.of(args[0], "index.html")));
    try (Stream<Path> files = Files.walk(folder.toPath())) {
      files.filter(Files::isRegularFile).map(p -> folder.toPath().relativize(p)).sorted().forEach(System.out::println);
    }
    try (Stream<Path> files = Files.walk(folder.toPath())) {
      files.sorted(java.util.Comparator.reverseOrder()).forEach(p -> p.toFile().delete());
    }
  }

  private static InputStream bytesOf(String name) {
    return Cover.class.getResourceAsStream("/" + name.replace('.', '/') + ".class");
  }
}
