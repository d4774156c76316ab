package org.ternhaven.signals;

import jakarta.jms.Connection;
import jakarta.jms.MessageConsumer;
import jakarta.jms.MessageProducer;
import jakarta.jms.Queue;
import jakarta.jms.Session;
import jakarta.jms.TextMessage;
import org.apache.activemq.ActiveMQConnectionFactory;
import org.apache.activemq.broker.BrokerService;

public class Signals {
  public static void main(String[] args) throws Exception {
    BrokerService broker = new BrokerService();
    broker.setPersistent(false);
    broker.setUseJmx(false);
    broker.setBrokerName("harbour");
    broker.addConnector("tcp://localhost:0");
    broker.start();
    String address = broker.getTransportConnectors().get(0).getConnectUri().toString();
    try (Connection connection = new ActiveMQConnectionFactory(address).createConnection()) {
      connection.start();
      Session session = connection.createSession(false, Session.AUTO_ACKNOWLEDGE);
      Queue queue = session.createQueue("signals");
      MessageProducer producer = session.createProducer(queue);
      producer.send(session.createTextMessage("storm warning"));
      MessageConsumer consumer = session.createConsumer(queue);
      System.out.println("got " + ((TextMessage) consumer.receive(5000)).getText());
      consumer.close();
      TextMessage low = session.createTextMessage("low");
      low.setIntProperty("level", 1);
      producer.send(low);
      TextMessage high = session.createTextMessage("high");
      high.setIntProperty("level", 4);
      producer.send(high);
      MessageConsumer chosen = session.createConsumer(queue, "level > 3");
      System.out.println("selected " + ((TextMessage) chosen.receive(5000)).getText());
    }
    broker.stop();
    System.exit(0);
  }
}
