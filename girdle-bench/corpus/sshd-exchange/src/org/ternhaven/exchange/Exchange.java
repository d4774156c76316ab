package org.ternhaven.exchange;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.Security;
import java.util.ArrayList;
import java.util.List;
import org.apache.sshd.client.SshClient;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.common.file.virtualfs.VirtualFileSystemFactory;
import org.apache.sshd.common.util.security.SecurityUtils;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.keyprovider.SimpleGeneratorHostKeyProvider;
import org.apache.sshd.server.shell.UnknownCommand;
import org.apache.sshd.sftp.client.SftpClient;
import org.apache.sshd.sftp.client.SftpClientFactory;
import org.apache.sshd.sftp.server.SftpSubsystemFactory;

public class Exchange {
  public static void main(String[] args) throws Exception {
    Path root = Files.createTempDirectory("exchange");
    SshServer server = SshServer.setUpDefaultServer();
    server.setKeyPairProvider(new SimpleGeneratorHostKeyProvider());
    server.setPasswordAuthenticator((user, password, session) -> password.equals("tern"));
    server.setSubsystemFactories(List.of(new SftpSubsystemFactory()));
    server.setFileSystemFactory(new VirtualFileSystemFactory(root));
    server.setCommandFactory((channel, command) -> new Echo(command));
    server.start();
    try (SshClient client = SshClient.setUpDefaultClient()) {
      client.setServerKeyVerifier((s, a, k) -> true);
      client.start();
      try (ClientSession session =
          client.connect("harbour", "localhost", server.getPort()).verify(10000).getSession()) {
        session.addPasswordIdentity("tern");
        session.auth().verify(10000);
        System.out.println(
            "kex "
                + session.getNegotiatedKexParameter(
                    org.apache.sshd.common.kex.KexProposalOption.ALGORITHMS));
        System.out.println(session.executeRemoteCommand("berth 3"));
        try (SftpClient sftp = SftpClientFactory.instance().createSftpClient(session)) {
          try (var out = sftp.write("/manifest.txt")) {
            out.write("Kittiwake".getBytes(StandardCharsets.UTF_8));
          }
          List<String> names = new ArrayList<>();
          for (SftpClient.DirEntry entry : sftp.readDir("/")) {
            if (!entry.getFilename().startsWith(".")) {
              names.add(entry.getFilename());
            }
          }
          System.out.println("names " + names);
          try (var in = sftp.read("/manifest.txt")) {
            System.out.println("read " + new String(in.readAllBytes(), StandardCharsets.UTF_8));
          }
        }
      }
    }
    System.out.println("bouncy " + SecurityUtils.isBouncyCastleRegistered());
    System.out.println("eddsa " + SecurityUtils.isEDDSACurveSupported());
    System.out.println(Security.getProvider("BC") != null);
    server.stop(true);
    System.exit(0);
  }

  static final class Echo extends UnknownCommand {
    private java.io.OutputStream out;
    private org.apache.sshd.server.ExitCallback exit;

    Echo(String command) {
      super(command);
    }

    @Override
    public void setOutputStream(java.io.OutputStream stream) {
      out = stream;
    }

    @Override
    public void setExitCallback(org.apache.sshd.server.ExitCallback callback) {
      exit = callback;
    }

    @Override
    public void start(
        org.apache.sshd.server.channel.ChannelSession channel,
        org.apache.sshd.server.Environment environment)
        throws java.io.IOException {
      out.write(("echo " + getCommand()).getBytes(StandardCharsets.UTF_8));
      out.flush();
      exit.onExit(0);
    }
  }
}
