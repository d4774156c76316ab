package org.ternhaven.count;

import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.hadoop.conf.Configuration;
import org.apache.hadoop.conf.Configured;
import org.apache.hadoop.io.IntWritable;
import org.apache.hadoop.io.LongWritable;
import org.apache.hadoop.io.Text;
import org.apache.hadoop.mapreduce.Job;
import org.apache.hadoop.mapreduce.Mapper;
import org.apache.hadoop.mapreduce.Reducer;
import org.apache.hadoop.mapreduce.lib.input.FileInputFormat;
import org.apache.hadoop.mapreduce.lib.output.FileOutputFormat;
import org.apache.hadoop.util.Tool;
import org.apache.hadoop.util.ToolRunner;

public final class Count extends Configured implements Tool {
  public static class Piers extends Mapper<LongWritable, Text, Text, IntWritable> {
    @Override
    protected void map(LongWritable at, Text line, Context context)
        throws java.io.IOException, InterruptedException {
      context.write(new Text(line.toString().split(" ")[1]), new IntWritable(1));
    }
  }

  public static class Sum extends Reducer<Text, IntWritable, Text, IntWritable> {
    @Override
    protected void reduce(Text pier, Iterable<IntWritable> ones, Context context)
        throws java.io.IOException, InterruptedException {
      int sum = 0;
      for (IntWritable i : ones) {
        sum += i.get();
      }
      context.write(pier, new IntWritable(sum));
    }
  }

  @Override
  public int run(String[] args) throws Exception {
    Job job = Job.getInstance(getConf(), "piers");
    job.setJarByClass(Count.class);
    job.setMapperClass(Piers.class);
    job.setCombinerClass(Sum.class);
    job.setReducerClass(Sum.class);
    job.setOutputKeyClass(Text.class);
    job.setOutputValueClass(IntWritable.class);
    FileInputFormat.addInputPath(job, new org.apache.hadoop.fs.Path(args[0]));
    FileOutputFormat.setOutputPath(job, new org.apache.hadoop.fs.Path(args[1]));
    boolean done = job.waitForCompletion(false);
    System.out.println("done " + done);
    System.out.println(Files.readString(Path.of(args[1], "part-r-00000")));
    return done ? 0 : 1;
  }

  public static void main(String[] args) throws Exception {
    Configuration settings = new Configuration();
    settings.set("hadoop.tmp.dir", Path.of("work").toAbsolutePath().toString());
    int status = ToolRunner.run(settings, new Count(), args);
    try (var files = Files.walk(Path.of("work"))) {
      files.sorted(java.util.Comparator.reverseOrder()).forEach(f -> f.toFile().delete());
    }
    System.exit(status);
  }
}
