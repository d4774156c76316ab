package org.ternhaven.signals;

import jakarta.jms.Connection;
import jakarta.jms.MapMessage;
import jakarta.jms.MessageConsumer;
import jakarta.jms.MessageProducer;
import jakarta.jms.Queue;
import jakarta.jms.Session;
import jakarta.jms.TextMessage;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.activemq.artemis.core.server.embedded.EmbeddedActiveMQ;
import org.apache.activemq.artemis.jms.client.ActiveMQConnectionFactory;

/** Signals of ships that arrive. */
public class Signals {
  public static void main(String[] args) throws Exception {
    Path data = Files.createTempDirectory("signals");
    System.setProperty("artemis.instance", data.toString());
    EmbeddedActiveMQ server = new EmbeddedActiveMQ();
    server.setConfigResourcePath("signals.xml");
    server.start();
    try (ActiveMQConnectionFactory factory = new ActiveMQConnectionFactory("vm://0");
        Connection connection = factory.createConnection()) {
      connection.start();
      Session session = connection.createSession(false, Session.AUTO_ACKNOWLEDGE);
      Queue queue = session.createQueue("arrivals");
      MessageProducer producer = session.createProducer(queue);
      producer.send(session.createTextMessage("Kittiwake arrives"));
      MapMessage map = session.createMapMessage();
      map.setString("quay", "north");
      producer.send(map);
      MessageConsumer consumer = session.createConsumer(queue);
      System.out.println("got " + ((TextMessage) consumer.receive(5000)).getText());
      System.out.println("kept " + ((MapMessage) consumer.receive(5000)).getString("quay"));
      System.out.println(
          "count " + server.getActiveMQServer().locateQueue("arrivals").getMessagesAdded());
    }
    server.stop();
    System.exit(0);
  }
}
