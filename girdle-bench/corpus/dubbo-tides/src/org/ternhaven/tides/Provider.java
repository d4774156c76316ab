package org.ternhaven.tides;

import java.net.ServerSocket;
import org.apache.dubbo.config.ApplicationConfig;
import org.apache.dubbo.config.ProtocolConfig;
import org.apache.dubbo.config.ReferenceConfig;
import org.apache.dubbo.config.RegistryConfig;
import org.apache.dubbo.config.ServiceConfig;

/** Gives tides to whoever calls over the wire. */
public class Provider implements Tides {
  @Override
  public Tide level(String quay) {
    if (quay.equals("east")) {
      throw new IllegalArgumentException("no such quay");
    }
    return new Tide(quay, 4.2);
  }

  public static void main(String[] args) throws Exception {
    int port;
    try (ServerSocket socket = new ServerSocket(0)) {
      port = socket.getLocalPort();
    }
    System.setProperty("user.home", System.getProperty("user.dir"));
    System.setProperty("dubbo.application.qos-enable", "false");
    ApplicationConfig application = new ApplicationConfig("tides");
    application.setQosEnable(false);
    RegistryConfig none = new RegistryConfig("N/A");
    ServiceConfig<Tides> service = new ServiceConfig<>();
    service.setApplication(application);
    service.setRegistry(none);
    service.setProtocol(new ProtocolConfig("dubbo", port));
    service.setInterface(Tides.class);
    service.setRef(new Provider());
    service.export();
    ReferenceConfig<Tides> reference = new ReferenceConfig<>();
    reference.setApplication(application);
    reference.setRegistry(none);
    reference.setInterface(Tides.class);
    reference.setInjvm(false);
    reference.setUrl("dubbo://127.0.0.1:" + port + "/" + Tides.class.getName());
    Tides tides = reference.get();
    Tide tide = tides.level("north");
    System.out.println(tide.quay + " " + tide.level);
    try {
      tides.level("east");
    } catch (RuntimeException e) {
      System.out.println(e.getMessage().lines().findFirst().orElse(""));
    }
    System.exit(0);
  }
}
