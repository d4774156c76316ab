package org.ternhaven.count;

import java.util.ArrayList;
import java.util.List;
import org.apache.flink.api.common.RuntimeExecutionMode;
import org.apache.flink.api.common.typeinfo.Types;
import org.apache.flink.api.java.tuple.Tuple2;
import org.apache.flink.streaming.api.environment.StreamExecutionEnvironment;

public class Count {
  public static void main(String[] args) throws Exception {
    StreamExecutionEnvironment env = StreamExecutionEnvironment.createLocalEnvironment(1);
    env.setRuntimeMode(RuntimeExecutionMode.BATCH);
    List<String> lines = new ArrayList<>();
    env.fromData("north", "south", "north", "north", "south")
        .map(gauge -> Tuple2.of(gauge, 1))
        .returns(Types.TUPLE(Types.STRING, Types.INT))
        .keyBy(pair -> pair.f0)
        .sum(1)
        .executeAndCollect()
        .forEachRemaining(pair -> lines.add(pair.f0 + " " + pair.f1));
    lines.stream().sorted().forEach(System.out::println);
  }
}
