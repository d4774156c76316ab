package org.ternhaven.count;

import java.nio.file.Files;
import java.util.Properties;
import java.util.TreeMap;
import org.apache.kafka.common.serialization.LongDeserializer;
import org.apache.kafka.common.serialization.Serdes;
import org.apache.kafka.common.serialization.StringDeserializer;
import org.apache.kafka.common.serialization.StringSerializer;
import org.apache.kafka.streams.StreamsBuilder;
import org.apache.kafka.streams.StreamsConfig;
import org.apache.kafka.streams.Topology;
import org.apache.kafka.streams.TopologyTestDriver;
import org.apache.kafka.streams.kstream.Materialized;

public class Count {
  public static void main(String[] args) throws Exception {
    StreamsBuilder builder = new StreamsBuilder();
    builder.<String, String>stream("arrivals")
        .groupBy((ship, quay) -> quay)
        .count(Materialized.as("counts"))
        .toStream()
        .to("berths");
    Topology topology = builder.build();
    System.out.println(topology.describe());
    Properties properties = new Properties();
    properties.put(StreamsConfig.APPLICATION_ID_CONFIG, "count");
    properties.put(StreamsConfig.BOOTSTRAP_SERVERS_CONFIG, "nowhere:9092");
    properties.put(StreamsConfig.STATE_DIR_CONFIG, Files.createTempDirectory("count").toString());
    properties.put(
        StreamsConfig.DEFAULT_KEY_SERDE_CLASS_CONFIG, Serdes.String().getClass().getName());
    properties.put(
        StreamsConfig.DEFAULT_VALUE_SERDE_CLASS_CONFIG, Serdes.String().getClass().getName());
    try (TopologyTestDriver driver = new TopologyTestDriver(topology, properties)) {
      var in =
          driver.createInputTopic("arrivals", new StringSerializer(), new StringSerializer());
      in.pipeInput("Kittiwake", "north");
      in.pipeInput("Dunlin", "fish");
      in.pipeInput("Sanderling", "north");
      var out =
          driver.createOutputTopic("berths", new StringDeserializer(), new LongDeserializer());
      new TreeMap<>(out.readKeyValuesToMap()).forEach((k, v) -> System.out.println(k + " " + v));
    }
    System.exit(0);
  }
}
