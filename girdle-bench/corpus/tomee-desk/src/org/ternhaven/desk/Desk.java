package org.ternhaven.desk;

import javax.ejb.embeddable.EJBContainer;
import java.util.Properties;

public final class Desk {
  public static void main(String[] args) throws Exception {
    Properties settings = new Properties();
    settings.setProperty("openejb.log.factory", "org.apache.openejb.util.JuliLogStreamFactory");
    settings.setProperty("openejb.deployments.classpath.include", ".*desk.*");
    java.util.logging.LogManager.getLogManager().reset();
    try (EJBContainer container = EJBContainer.createEJBContainer(settings)) {
      String found = null;
      for (String app : new String[] {"desk", "tomee-desk", "classes"}) {
        try {
          found = ((Tides) container.getContext().lookup("java:global/" + app + "/Tides")).tide("north");
        } catch (javax.naming.NamingException e) {
          continue;
        }
      }
      System.out.println("tide " + found);
    }
    System.exit(0);
  }
}
