package org.ternhaven.watch;

import java.util.concurrent.CountDownLatch;
import org.quartz.Job;
import org.quartz.JobBuilder;
import org.quartz.JobExecutionContext;
import org.quartz.Scheduler;
import org.quartz.SimpleScheduleBuilder;
import org.quartz.TriggerBuilder;
import org.quartz.impl.StdSchedulerFactory;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

public class Watch implements Job {
  private static final Logger LOG = LoggerFactory.getLogger("watch");
  private static final CountDownLatch DONE = new CountDownLatch(1);

  @Override
  public void execute(JobExecutionContext context) {
    LOG.info("watch at {}", context.getMergedJobDataMap().getString("quay"));
    DONE.countDown();
  }

  public static void main(String[] args) throws Exception {
    Scheduler scheduler = new StdSchedulerFactory().getScheduler();
    scheduler.scheduleJob(
        JobBuilder.newJob(Watch.class).usingJobData("quay", "north-quay").build(),
        TriggerBuilder.newTrigger().startNow().withSchedule(SimpleScheduleBuilder.simpleSchedule()).build());
    scheduler.start();
    DONE.await();
    System.out.println(
        "jobs " + (DONE.getCount() + 1) + " by " + scheduler.getSchedulerName());
    scheduler.shutdown(true);
  }
}
