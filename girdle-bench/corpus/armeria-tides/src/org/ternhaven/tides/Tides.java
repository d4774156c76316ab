package org.ternhaven.tides;

import com.linecorp.armeria.client.WebClient;
import com.linecorp.armeria.client.encoding.DecodingClient;
import com.linecorp.armeria.common.AggregatedHttpResponse;
import com.linecorp.armeria.common.HttpHeaderNames;
import com.linecorp.armeria.common.RequestHeaders;
import com.linecorp.armeria.common.HttpMethod;
import com.linecorp.armeria.server.Server;
import com.linecorp.armeria.server.annotation.Get;
import com.linecorp.armeria.server.annotation.Param;
import com.linecorp.armeria.server.annotation.ProducesJson;
import com.linecorp.armeria.server.docs.DocService;
import com.linecorp.armeria.server.encoding.EncodingService;
import com.linecorp.armeria.server.file.FileService;
import java.util.Map;

public class Tides {
  public static class Gauges {
    @Get("/tides/{gauge}")
    @ProducesJson
    public Map<String, Object> tide(@Param String gauge) {
      return Map.of("gauge", gauge);
    }

    @Get("/long")
    public String text() {
      return "tide ".repeat(2000);
    }
  }

  public static void main(String[] args) {
    Server server =
        Server.builder()
            .http(0)
            .annotatedService(new Gauges())
            .serviceUnder("/docs", new DocService())
            .serviceUnder("/pages", FileService.of(Tides.class.getClassLoader(), "/pages"))
            .decorator(EncodingService.newDecorator())
            .build();
    server.start().join();
    WebClient client = WebClient.of("h2c://127.0.0.1:" + server.activeLocalPort());
    System.out.println(client.get("/tides/north").aggregate().join().contentUtf8());
    System.out.println(
        "page " + client.get("/pages/index.html").aggregate().join().contentUtf8().replaceAll("<[^>]*>", ""));
    System.out.println("missing " + client.get("/none").aggregate().join().status().code());
    System.out.println("docs " + client.get("/docs/index.html").aggregate().join().status().code());
    AggregatedHttpResponse packed =
        client
            .execute(RequestHeaders.of(HttpMethod.GET, "/long", HttpHeaderNames.ACCEPT_ENCODING, "br"))
            .aggregate()
            .join();
    System.out.println("packed " + packed.headers().get(HttpHeaderNames.CONTENT_ENCODING));
    server.stop().join();
    System.exit(0);
  }
}
