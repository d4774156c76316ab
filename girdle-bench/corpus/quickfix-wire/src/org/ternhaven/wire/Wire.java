package org.ternhaven.wire;

import java.net.ServerSocket;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import quickfix.Acceptor;
import quickfix.ApplicationAdapter;
import quickfix.DataDictionary;
import quickfix.DefaultMessageFactory;
import quickfix.FieldException;
import quickfix.Initiator;
import quickfix.InvalidMessage;
import quickfix.LogFactory;
import quickfix.MemoryStoreFactory;
import quickfix.Message;
import quickfix.Session;
import quickfix.SessionID;
import quickfix.SessionSettings;
import quickfix.SLF4JLogFactory;
import quickfix.SocketAcceptor;
import quickfix.SocketInitiator;
import quickfix.field.ClOrdID;
import quickfix.field.OrdType;
import quickfix.field.OrderQty;
import quickfix.field.Side;
import quickfix.field.Symbol;
import quickfix.field.TransactTime;
import quickfix.fix44.MessageCracker;
import quickfix.fix44.NewOrderSingle;

/** Orders fish over the wire. */
public class Wire {
  static final CountDownLatch ON = new CountDownLatch(1);
  static final CountDownLatch GOT = new CountDownLatch(1);

  static class Seller extends ApplicationAdapter {
    private final MessageCracker cracker =
        new MessageCracker() {
          @Override
          public void onMessage(NewOrderSingle order, SessionID id) {
            try {
              System.out.println(
                  "order " + order.getSymbol().getValue() + " " + (int) order.getOrderQty().getValue());
            } catch (quickfix.FieldNotFound e) {
              System.out.println(e);
            }
            GOT.countDown();
          }
        };

    @Override
    public void fromApp(Message message, SessionID id) {
      try {
        cracker.crack((quickfix.fix44.Message) message, id);
      } catch (Exception e) {
        System.out.println(e);
      }
    }
  }

  static class Buyer extends ApplicationAdapter {
    @Override
    public void onLogon(SessionID id) {
      ON.countDown();
    }
  }

  private static SessionSettings settings(String type, int port, String me, String other) throws Exception {
    SessionSettings settings = new SessionSettings();
    settings.setString("ConnectionType", type);
    settings.setString("StartTime", "00:00:00");
    settings.setString("EndTime", "00:00:00");
    settings.setString("HeartBtInt", "30");
    settings.setString("UseDataDictionary", "Y");
    SessionID id = new SessionID("FIX.4.4", me, other);
    settings.setString(id, "BeginString", "FIX.4.4");
    settings.setString(id, "SenderCompID", me);
    settings.setString(id, "TargetCompID", other);
    settings.setString(id, "DataDictionary", "FIX44.xml");
    settings.setString(id, "SocketAcceptPort", "" + port);
    settings.setString(id, "SocketConnectHost", "127.0.0.1");
    settings.setString(id, "SocketConnectPort", "" + port);
    return settings;
  }

  public static void main(String[] args) throws Exception {
    int port;
    try (ServerSocket socket = new ServerSocket(0)) {
      port = socket.getLocalPort();
    }
    LogFactory log = new SLF4JLogFactory(new SessionSettings());
    Acceptor acceptor =
        new SocketAcceptor(
            new Seller(), new MemoryStoreFactory(), settings("acceptor", port, "QUAY", "SHIP"), log,
            new DefaultMessageFactory());
    acceptor.start();
    SessionSettings buyer = settings("initiator", port, "SHIP", "QUAY");
    Initiator initiator =
        new SocketInitiator(new Buyer(), new MemoryStoreFactory(), buyer, log, new DefaultMessageFactory());
    initiator.start();
    System.out.println(ON.await(30, TimeUnit.SECONDS) ? "logged on" : "no answer");
    NewOrderSingle order =
        new NewOrderSingle(
            new ClOrdID("1"), new Side(Side.BUY), new TransactTime(), new OrdType(OrdType.MARKET));
    order.set(new Symbol("fish"));
    order.set(new OrderQty(12));
    Session.sendToTarget(order, initiator.getSessions().get(0));
    System.out.println(GOT.await(30, TimeUnit.SECONDS));
    DataDictionary dictionary = new DataDictionary("FIX44.xml");
    System.out.println("field " + dictionary.getFieldName(55));
    try {
      new Message("8=FIX.4.4\0019=1\001", dictionary);
      System.out.println("taken");
    } catch (InvalidMessage | FieldException e) {
      System.out.println("rejected");
    }
    initiator.stop(true);
    acceptor.stop(true);
    System.exit(0);
  }
}
