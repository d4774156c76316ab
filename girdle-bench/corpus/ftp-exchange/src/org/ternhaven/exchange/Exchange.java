package org.ternhaven.exchange;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.net.URL;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.commons.net.ftp.FTPClient;
import org.apache.commons.net.ftp.FTPFile;
import org.apache.ftpserver.FtpServer;
import org.apache.ftpserver.FtpServerFactory;
import org.apache.ftpserver.listener.ListenerFactory;
import org.apache.ftpserver.usermanager.ClearTextPasswordEncryptor;
import org.apache.ftpserver.usermanager.PropertiesUserManagerFactory;

public class Exchange {
  public static void main(String[] args) throws Exception {
    Files.createDirectories(Path.of("exchange"));
    FtpServerFactory factory = new FtpServerFactory();
    ListenerFactory listener = new ListenerFactory();
    listener.setPort(0);
    listener.setServerAddress("127.0.0.1");
    factory.addListener("default", listener.createListener());
    PropertiesUserManagerFactory users = new PropertiesUserManagerFactory();
    URL url = Exchange.class.getResource("/users.properties");
    users.setUrl(url);
    users.setPasswordEncryptor(new ClearTextPasswordEncryptor());
    factory.setUserManager(users.createUserManager());
    FtpServer server = factory.createServer();
    server.start();
    FTPClient client = new FTPClient();
    client.connect("127.0.0.1", factory.getListener("default").getPort());
    client.login("pilot", "heron");
    System.out.println(client.getReplyString().trim());
    System.out.println("login " + client.login("pilot", "tern"));
    client.enterLocalPassiveMode();
    client.storeFile("tides.txt", new ByteArrayInputStream("north 4.2 south 3.9 x\n".getBytes()));
    for (FTPFile file : client.listFiles()) {
      System.out.println(file.getName() + " " + file.getSize());
    }
    ByteArrayOutputStream back = new ByteArrayOutputStream();
    client.retrieveFile("tides.txt", back);
    System.out.print(back);
    System.out.println("feature " + client.hasFeature("MLST"));
    client.deleteFile("tides.txt");
    client.sendCommand("SITE HELP");
    System.out.println(client.getReplyString());
    client.logout();
    client.disconnect();
    server.stop();
    System.exit(0);
  }
}
