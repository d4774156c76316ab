package dev.girdle.probe;

import java.lang.management.ManagementFactory;
import javax.management.MBeanServer;
import javax.management.ObjectName;

/** The virtual machine tells of itself. */
final class Management implements Probe {
  @Override
  public void run() throws Exception {
    MBeanServer server = ManagementFactory.getPlatformMBeanServer();
    for (ObjectName name : server.queryNames(new ObjectName("java.lang:*"), null)) {
      server.getMBeanInfo(name);
    }
  }
}
