package org.ternhaven.nightly;

import javax.sql.DataSource;
import org.springframework.batch.core.Job;
import org.springframework.batch.core.JobExecution;
import org.springframework.batch.core.JobParametersBuilder;
import org.springframework.batch.core.Step;
import org.springframework.batch.core.StepExecution;
import org.springframework.batch.core.configuration.annotation.EnableBatchProcessing;
import org.springframework.batch.core.configuration.annotation.StepScope;
import org.springframework.batch.core.job.builder.JobBuilder;
import org.springframework.batch.core.launch.JobLauncher;
import org.springframework.batch.core.repository.JobRepository;
import org.springframework.batch.core.step.builder.StepBuilder;
import org.springframework.batch.item.ItemProcessor;
import org.springframework.batch.item.database.JdbcBatchItemWriter;
import org.springframework.batch.item.database.builder.JdbcBatchItemWriterBuilder;
import org.springframework.batch.item.file.FlatFileItemReader;
import org.springframework.batch.item.file.builder.FlatFileItemReaderBuilder;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.AnnotationConfigApplicationContext;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.Resource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.embedded.EmbeddedDatabaseBuilder;
import org.springframework.jdbc.datasource.embedded.EmbeddedDatabaseType;
import org.springframework.jdbc.support.JdbcTransactionManager;
import org.springframework.transaction.PlatformTransactionManager;

/** What the office reckons at night. */
@Configuration
@EnableBatchProcessing
public class Nightly {
  @Bean
  public DataSource dataSource() {
    return new EmbeddedDatabaseBuilder()
        .setType(EmbeddedDatabaseType.HSQL)
        .addScript("classpath:org/springframework/batch/core/schema-hsqldb.sql")
        .addScript("classpath:tables.sql")
        .build();
  }

  @Bean
  public PlatformTransactionManager transactionManager(DataSource source) {
    return new JdbcTransactionManager(source);
  }

  @Bean
  @StepScope
  public FlatFileItemReader<Ship> ships(@Value("#{jobParameters['from']}") Resource from) {
    return new FlatFileItemReaderBuilder<Ship>()
        .name("ships")
        .resource(from)
        .linesToSkip(1)
        .delimited()
        .delimiter(";")
        .names("name", "length")
        .targetType(Ship.class)
        .build();
  }

  @Bean
  public ItemProcessor<Ship, Ship> large() {
    return ship -> ship.length() > 10 ? ship : null;
  }

  @Bean
  public JdbcBatchItemWriter<Ship> writer(DataSource source) {
    return new JdbcBatchItemWriterBuilder<Ship>()
        .dataSource(source)
        .sql("insert into ship (name, length) values (?, ?)")
        .itemPreparedStatementSetter(
            (ship, statement) -> {
              statement.setString(1, ship.name());
              statement.setInt(2, ship.length());
            })
        .build();
  }

  @Bean
  public Step step(
      JobRepository repository,
      PlatformTransactionManager manager,
      FlatFileItemReader<Ship> ships,
      ItemProcessor<Ship, Ship> large,
      JdbcBatchItemWriter<Ship> writer) {
    return new StepBuilder("reckon", repository)
        .<Ship, Ship>chunk(2, manager)
        .reader(ships)
        .processor(large)
        .writer(writer)
        .build();
  }

  @Bean
  public Job job(JobRepository repository, Step step) {
    return new JobBuilder("nightly", repository).start(step).build();
  }

  public static void main(String[] args) throws Exception {
    try (var context = new AnnotationConfigApplicationContext(Nightly.class)) {
      JobExecution execution =
          context
              .getBean(JobLauncher.class)
              .run(
                  context.getBean(Job.class),
                  new JobParametersBuilder().addString("from", "classpath:ships.csv").toJobParameters());
      System.out.println(execution.getStatus());
      for (StepExecution step : execution.getStepExecutions()) {
        System.out.println("read " + step.getReadCount() + " written " + step.getWriteCount());
      }
      System.out.println(
          "sum "
              + new JdbcTemplate(context.getBean(DataSource.class))
                  .queryForObject("select sum(length) from ship", Integer.class));
    }
  }
}
