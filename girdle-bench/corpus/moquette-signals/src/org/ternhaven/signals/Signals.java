package org.ternhaven.signals;

import io.moquette.broker.Server;
import io.moquette.broker.config.ClasspathResourceLoader;
import io.moquette.broker.config.ResourceLoaderConfig;
import java.net.ServerSocket;
import java.util.Properties;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentSkipListSet;
import org.eclipse.paho.client.mqttv3.MqttClient;
import org.eclipse.paho.client.mqttv3.MqttMessage;
import org.eclipse.paho.client.mqttv3.persist.MemoryPersistence;

/** Gauges send, the office listens. */
public class Signals {
  public static void main(String[] args) throws Exception {
    int port;
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    ResourceLoaderConfig config =
        new ResourceLoaderConfig(new ClasspathResourceLoader("signals.conf"));
    config.setProperty("port", String.valueOf(port));
    Server server = new Server();
    server.startServer(config);
    String address = "tcp://localhost:" + port;
    ConcurrentSkipListSet<String> heard = new ConcurrentSkipListSet<>();
    MqttClient office = new MqttClient(address, "office", new MemoryPersistence());
    office.connect();
    office.subscribe("harbour/#", (topic, m) -> heard.add(topic + " " + new String(m.getPayload())));
    MqttClient gauge = new MqttClient(address, "gauge", new MemoryPersistence());
    gauge.connect();
    MqttMessage kept = new MqttMessage("4.2".getBytes());
    kept.setRetained(true);
    kept.setQos(1);
    gauge.publish("harbour/north", kept);
    gauge.publish("harbour/south", new MqttMessage("3.9".getBytes()));
    for (int i = 0; i < 100 && heard.size() < 2; i++) {
      Thread.sleep(50);
    }
    heard.forEach(h -> System.out.println("heard " + h));
    String[] late = new String[1];
    MqttClient other = new MqttClient(address, "late", new MemoryPersistence());
    other.connect();
    other.subscribe("harbour/north", (topic, m) -> late[0] = new String(m.getPayload()));
    for (int i = 0; i < 100 && late[0] == null; i++) {
      Thread.sleep(50);
    }
    System.out.println("kept " + late[0]);
    office.disconnect();
    gauge.disconnect();
    other.disconnect();
    server.stopServer();
    System.exit(0);
  }
}
