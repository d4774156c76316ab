package org.ternhaven.tides;

import java.net.ServerSocket;
import java.util.List;
import java.util.Set;
import org.eclipse.milo.opcua.sdk.client.OpcUaClient;
import org.eclipse.milo.opcua.sdk.server.OpcUaServer;
import org.eclipse.milo.opcua.sdk.server.api.config.OpcUaServerConfig;
import org.eclipse.milo.opcua.sdk.server.identity.AnonymousIdentityValidator;
import org.eclipse.milo.opcua.stack.core.Identifiers;
import org.eclipse.milo.opcua.stack.core.security.DefaultCertificateManager;
import org.eclipse.milo.opcua.stack.core.security.SecurityPolicy;
import org.eclipse.milo.opcua.stack.core.transport.TransportProfile;
import org.eclipse.milo.opcua.stack.core.types.builtin.DataValue;
import org.eclipse.milo.opcua.stack.core.types.builtin.LocalizedText;
import org.eclipse.milo.opcua.stack.core.types.builtin.Variant;
import org.eclipse.milo.opcua.stack.core.types.enumerated.MessageSecurityMode;
import org.eclipse.milo.opcua.stack.core.types.enumerated.ServerState;
import org.eclipse.milo.opcua.stack.server.EndpointConfiguration;

/** A gauge that tells the tide. */
public class Tides {
  public static void main(String[] args) throws Exception {
    int port;
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    OpcUaServer server =
        new OpcUaServer(
            OpcUaServerConfig.builder()
                .setApplicationUri("urn:ternhaven:gauge")
                .setApplicationName(LocalizedText.english("gauge"))
                .setCertificateManager(new DefaultCertificateManager())
                .setIdentityValidator(AnonymousIdentityValidator.INSTANCE)
                .setEndpoints(
                    Set.of(
                        EndpointConfiguration.newBuilder()
                            .setBindAddress("localhost")
                            .setBindPort(port)
                            .setHostname("localhost")
                            .setPath("/gauge")
                            .setSecurityPolicy(SecurityPolicy.None)
                            .setSecurityMode(MessageSecurityMode.None)
                            .setTransportProfile(TransportProfile.TCP_UASC_UABINARY)
                            .addTokenPolicy(OpcUaServerConfig.USER_TOKEN_POLICY_ANONYMOUS)
                            .build()))
                .build());
    server.startup().get();
    OpcUaClient client = OpcUaClient.create("opc.tcp://localhost:" + port + "/gauge");
    client.connect().get();
    DataValue state =
        client.readValue(0, org.eclipse.milo.opcua.stack.core.types.enumerated.TimestampsToReturn.Both, Identifiers.Server_ServerStatus_State).get();
    System.out.println("state " + ServerState.from((Integer) state.getValue().getValue()));
    System.out.println("height " + new Variant(4.2).getValue());
    client.disconnect().get();
    server.shutdown().get();
    System.exit(0);
  }
}
