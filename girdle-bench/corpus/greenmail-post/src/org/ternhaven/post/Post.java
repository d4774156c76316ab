package org.ternhaven.post;

import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.activation.DataHandler;
import jakarta.mail.BodyPart;
import jakarta.mail.Folder;
import jakarta.mail.Message;
import jakarta.mail.Multipart;
import jakarta.mail.Session;
import jakarta.mail.Store;
import jakarta.mail.Transport;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import jakarta.mail.util.ByteArrayDataSource;
import java.util.Properties;

/** Sends a notice and reads it where it arrives. */
public class Post {
  public static void main(String[] args) throws Exception {
    GreenMail house =
        new GreenMail(
            new ServerSetup[] {
              new ServerSetup(0, null, ServerSetup.PROTOCOL_SMTP).dynamicPort(),
              new ServerSetup(0, null, ServerSetup.PROTOCOL_IMAP).dynamicPort()
            });
    house.setUser("master@ternhaven.example", "master", "knots");
    house.start();
    Properties properties = new Properties();
    properties.put("mail.smtp.host", "127.0.0.1");
    properties.put("mail.smtp.port", "" + house.getSmtp().getPort());
    Session session = Session.getInstance(properties);
    MimeMessage message = new MimeMessage(session);
    message.setFrom(new InternetAddress("desk@ternhaven.example"));
    message.setRecipients(Message.RecipientType.TO, "master@ternhaven.example");
    message.setSubject("Grüße von der Kittiwake", "UTF-8");
    MimeBodyPart text = new MimeBodyPart();
    text.setContent("<p>Berth 3 is taken.</p>", "text/html; charset=UTF-8");
    MimeBodyPart list = new MimeBodyPart();
    list.setDataHandler(new DataHandler(new ByteArrayDataSource("berth,ship\n3,Kittiwake\n", "text/csv")));
    list.setFileName("berths.csv");
    message.setContent(new MimeMultipart(text, list));
    Transport.send(message);
    Store store = session.getStore("imap");
    store.connect("127.0.0.1", house.getImap().getPort(), "master", "knots");
    Folder inbox = store.getFolder("INBOX");
    inbox.open(Folder.READ_ONLY);
    for (Message received : inbox.getMessages()) {
      System.out.println("subject " + received.getSubject());
      Multipart parts = (Multipart) received.getContent();
      for (int i = 0; i < parts.getCount(); i++) {
        BodyPart part = parts.getBodyPart(i);
        System.out.println("part " + part.getContentType());
        Object content = part.getContent();
        System.out.println(
            content instanceof java.io.InputStream
                ? new String(((java.io.InputStream) content).readAllBytes())
                : content);
      }
    }
    store.close();
    house.stop();
    System.exit(0);
  }
}
