package org.ternhaven.berths;

import com.google.protobuf.StringValue;
import io.grpc.CallOptions;
import io.grpc.Grpc;
import io.grpc.InsecureChannelCredentials;
import io.grpc.InsecureServerCredentials;
import io.grpc.ManagedChannel;
import io.grpc.MethodDescriptor;
import io.grpc.Server;
import io.grpc.ServerServiceDefinition;
import io.grpc.health.v1.HealthCheckRequest;
import io.grpc.health.v1.HealthGrpc;
import io.grpc.protobuf.ProtoUtils;
import io.grpc.protobuf.services.HealthStatusManager;
import io.grpc.stub.ClientCalls;
import io.grpc.stub.ServerCalls;

public class Berths {
  public static void main(String[] args) throws Exception {
    MethodDescriptor<StringValue, StringValue> find =
        MethodDescriptor.<StringValue, StringValue>newBuilder()
            .setType(MethodDescriptor.MethodType.UNARY)
            .setFullMethodName("harbour.Berths/Find")
            .setRequestMarshaller(ProtoUtils.marshaller(StringValue.getDefaultInstance()))
            .setResponseMarshaller(ProtoUtils.marshaller(StringValue.getDefaultInstance()))
            .build();
    ServerServiceDefinition service =
        ServerServiceDefinition.builder("harbour.Berths")
            .addMethod(
                find,
                ServerCalls.asyncUnaryCall(
                    (request, answer) -> {
                      answer.onNext(StringValue.of("berth " + request.getValue()));
                      answer.onCompleted();
                    }))
            .build();
    Server server =
        Grpc.newServerBuilderForPort(0, InsecureServerCredentials.create())
            .addService(service)
            .addService(new HealthStatusManager().getHealthService())
            .build()
            .start();
    ManagedChannel channel =
        Grpc.newChannelBuilder(
                "localhost:" + server.getPort(), InsecureChannelCredentials.create())
            .build();
    StringValue answer =
        ClientCalls.blockingUnaryCall(
            channel, find, CallOptions.DEFAULT, StringValue.of("north"));
    System.out.println("answer " + answer.getValue());
    System.out.println(
        "health "
            + HealthGrpc.newBlockingStub(channel)
                .check(HealthCheckRequest.getDefaultInstance())
                .getStatus());
    channel.shutdownNow();
    server.shutdownNow().awaitTermination();
  }
}
