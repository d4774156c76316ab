package dev.girdle.probe;

import java.nio.ByteBuffer;
import java.security.Security;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.SSLEngineResult.HandshakeStatus;

/** Two ends of a TLS connection greet each other, in memory and without certificates. */
final class Handshake implements Probe {
  private static final String SUITE = "TLS_DH_anon_WITH_AES_128_GCM_SHA256";
  private static final int LARGE = 40_000;
  private static final int LONGEST = 50;

  @Override
  public void run() throws Exception {
    Security.setProperty("jdk.tls.disabledAlgorithms", "");
    Security.setProperty("jdk.tls.legacyAlgorithms", "");
    SSLContext context = SSLContext.getInstance("TLS");
    context.init(null, null, null);
    SSLEngine client = engine(context, true);
    SSLEngine server = engine(context, false);
    ByteBuffer toServer = ByteBuffer.allocate(LARGE);
    ByteBuffer toClient = ByteBuffer.allocate(LARGE);
    for (int i = 0; i < LONGEST && !(isDone(client) && isDone(server) && i > 2); i++) {
      step(client, toClient, toServer);
      step(server, toServer, toClient);
    }
    if (!client.getSession().getCipherSuite().equals(SUITE)) {
      throw new IllegalStateException("ended with " + client.getSession().getCipherSuite());
    }
  }

  private static SSLEngine engine(SSLContext context, boolean client) throws Exception {
    SSLEngine engine = context.createSSLEngine();
    engine.setUseClientMode(client);
    engine.setEnabledProtocols(new String[] {"TLSv1.2"});
    engine.setEnabledCipherSuites(new String[] {SUITE});
    engine.beginHandshake();
    return engine;
  }

  private static boolean isDone(SSLEngine engine) {
    return engine.getHandshakeStatus() == HandshakeStatus.NOT_HANDSHAKING;
  }

  private static void step(SSLEngine engine, ByteBuffer in, ByteBuffer out) throws Exception {
    for (int i = 0; i < LONGEST; i++) {
      switch (engine.getHandshakeStatus()) {
        case NEED_TASK:
          engine.getDelegatedTask().run();
          break;
        case NEED_WRAP:
          engine.wrap(ByteBuffer.allocate(0), out);
          break;
        case NEED_UNWRAP:
          in.flip();
          int before = in.remaining();
          if (before > 0) {
            engine.unwrap(in, ByteBuffer.allocate(LARGE));
          }
          boolean stuck = in.remaining() == before;
          in.compact();
          if (stuck) {
            return;
          }
          break;
        default:
          return;
      }
    }
  }
}
