package org.ternhaven.gauge;

import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.util.Locale;
import org.eclipse.californium.core.CoapClient;
import org.eclipse.californium.core.CoapResource;
import org.eclipse.californium.core.CoapServer;
import org.eclipse.californium.core.config.CoapConfig;
import org.eclipse.californium.core.network.CoapEndpoint;
import org.eclipse.californium.core.server.resources.CoapExchange;
import org.eclipse.californium.elements.config.Configuration;
import org.eclipse.californium.elements.config.UdpConfig;
import org.eclipse.californium.scandium.DTLSConnector;
import org.eclipse.californium.scandium.config.DtlsConfig;
import org.eclipse.californium.scandium.config.DtlsConnectorConfig;
import org.eclipse.californium.scandium.dtls.pskstore.AdvancedSinglePskStore;

public final class Gauge {
  private static double level = 4.2;

  public static void main(String[] args) throws Exception {
    CoapConfig.register();
    UdpConfig.register();
    DtlsConfig.register();
    Configuration settings = Configuration.createStandardWithoutFile();
    InetSocketAddress any = new InetSocketAddress(InetAddress.getLoopbackAddress(), 0);
    CoapServer server = new CoapServer(settings);
    CoapEndpoint plain = CoapEndpoint.builder().setConfiguration(settings).setInetSocketAddress(any).build();
    DtlsConnectorConfig dtls =
        DtlsConnectorConfig.builder(settings)
            .setAddress(any)
            .setAdvancedPskStore(new AdvancedSinglePskStore("gauge", "tide".getBytes()))
            .build();
    CoapEndpoint secured =
        CoapEndpoint.builder().setConfiguration(settings).setConnector(new DTLSConnector(dtls)).build();
    server.addEndpoint(plain);
    server.addEndpoint(secured);
    server.add(
        new CoapResource("level") {
          @Override
          public void handleGET(CoapExchange exchange) {
            exchange.respond(String.format(Locale.ROOT, "%.2f", level));
          }

          @Override
          public void handlePUT(CoapExchange exchange) {
            level = Double.parseDouble(exchange.getRequestText());
            exchange.respond("set " + level);
          }
        });
    server.start();
    String base = "coap://127.0.0.1:" + plain.getAddress().getPort();
    System.out.println("level " + new CoapClient(base + "/level").get().getResponseText());
    System.out.println(new CoapClient(base + "/level").put("4.4", 0).getResponseText());
    System.out.println("code " + new CoapClient(base + "/none").get().getCode());
    CoapClient client = new CoapClient("coaps://127.0.0.1:" + secured.getAddress().getPort() + "/level");
    DtlsConnectorConfig mine =
        DtlsConnectorConfig.builder(settings)
            .setAddress(any)
            .setAdvancedPskStore(new AdvancedSinglePskStore("gauge", "tide".getBytes()))
            .build();
    client.setEndpoint(
        CoapEndpoint.builder().setConfiguration(settings).setConnector(new DTLSConnector(mine)).build());
    System.out.println("secured " + client.get().getResponseText());
    server.destroy();
    System.exit(0);
  }
}
