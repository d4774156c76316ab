package org.ternhaven.count;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.beam.sdk.Pipeline;
import org.apache.beam.sdk.io.TextIO;
import org.apache.beam.sdk.options.Description;
import org.apache.beam.sdk.options.PipelineOptions;
import org.apache.beam.sdk.options.PipelineOptionsFactory;
import org.apache.beam.sdk.transforms.Count;
import org.apache.beam.sdk.transforms.DoFn;
import org.apache.beam.sdk.transforms.MapElements;
import org.apache.beam.sdk.transforms.ParDo;
import org.apache.beam.sdk.values.KV;
import org.apache.beam.sdk.values.TypeDescriptors;

public final class Ships {
  public interface Options extends PipelineOptions {
    @Description("ships and their piers")
    String getInput();

    void setInput(String input);
  }

  static class Pier extends DoFn<String, String> {
    @ProcessElement
    public void process(@Element String line, OutputReceiver<String> out) {
      out.output(line.split(" ")[1]);
    }
  }

  public static void main(String[] args) throws IOException {
    Options options = PipelineOptionsFactory.fromArgs(args).withValidation().as(Options.class);
    Pipeline p = Pipeline.create(options);
    p.apply(TextIO.read().from(options.getInput()))
        .apply(ParDo.of(new Pier()))
        .apply(Count.perElement())
        .apply(MapElements.into(TypeDescriptors.strings())
            .via((KV<String, Long> c) -> c.getKey() + " " + c.getValue()))
        .apply(TextIO.write().to("piers").withoutSharding());
    System.out.println("done " + p.run().waitUntilFinish());
    Path piers = Path.of("piers");
    Files.readAllLines(piers).stream().sorted().forEach(System.out::println);
    Files.delete(piers);
  }
}
