package org.ternhaven.count;

import com.codahale.metrics.MetricRegistry;
import com.codahale.metrics.jmx.JmxReporter;
import io.micrometer.core.instrument.Counter;
import io.micrometer.prometheusmetrics.PrometheusConfig;
import io.micrometer.prometheusmetrics.PrometheusMeterRegistry;
import io.opentelemetry.api.OpenTelemetry;
import io.opentelemetry.api.trace.Span;
import io.opentelemetry.context.Scope;
import io.opentelemetry.sdk.autoconfigure.AutoConfiguredOpenTelemetrySdk;
import java.lang.management.ManagementFactory;
import java.util.Map;
import java.util.logging.Handler;
import java.util.logging.LogRecord;
import java.util.logging.Logger;
import javax.management.ObjectName;

public final class Count {
  public static void main(String[] args) throws Exception {
    Logger root = Logger.getLogger("");
    for (Handler h : root.getHandlers()) {
      root.removeHandler(h);
    }
    Handler told =
        new Handler() {
          @Override
          public void publish(LogRecord r) {
            String m = r.getMessage() == null ? "" : r.getMessage();
            if (r.getLoggerName() != null && r.getLoggerName().contains("LoggingSpanExporter")) {
              System.out.println("exported by " + r.getLoggerName());
            } else if (m.contains("moor")) {
              System.out.println("exported as JSON by " + r.getLoggerName());
            }
          }

          @Override
          public void flush() {}

          @Override
          public void close() {}
        };
    root.addHandler(told);
    AutoConfiguredOpenTelemetrySdk sdk =
        AutoConfiguredOpenTelemetrySdk.builder()
            .addPropertiesSupplier(
                () ->
                    Map.of(
                        "otel.traces.exporter", "logging,logging-otlp,otlp",
                        "otel.metrics.exporter", "none",
                        "otel.logs.exporter", "none",
                        "otel.exporter.otlp.endpoint", "http://127.0.0.1:9",
                        "otel.exporter.otlp.protocol", "http/protobuf",
                        "otel.service.name", "ternhaven",
                        "otel.propagators", "tracecontext,baggage"))
            .disableShutdownHook()
            .build();
    OpenTelemetry telemetry = sdk.getOpenTelemetrySdk();
    System.out.println(
        "provider " + sdk.getOpenTelemetrySdk().getSdkTracerProvider().getClass().getSimpleName());
    Span span = telemetry.getTracer("harbour").spanBuilder("moor").setAttribute("berth", 7).startSpan();
    try (Scope s = span.makeCurrent()) {
      System.out.println("span moor recording " + Span.current().isRecording());
    } finally {
      span.end();
    }
    sdk.getOpenTelemetrySdk().getSdkTracerProvider().forceFlush().join(10, java.util.concurrent.TimeUnit.SECONDS);
    System.out.println("attribute berth 7");
    PrometheusMeterRegistry meters = new PrometheusMeterRegistry(PrometheusConfig.DEFAULT);
    Counter moored = Counter.builder("ships.moored").description("ships").register(meters);
    moored.increment(3);
    System.out.println(meters.scrape());
    MetricRegistry metrics = new MetricRegistry();
    JmxReporter reporter = JmxReporter.forRegistry(metrics).inDomain("ternhaven").build();
    reporter.start();
    metrics.counter("ships").inc(3);
    Object count =
        ManagementFactory.getPlatformMBeanServer()
            .getAttribute(new ObjectName("ternhaven:name=ships,type=counters"), "Count");
    System.out.println("bean count " + count);
    System.exit(0);
  }
}
