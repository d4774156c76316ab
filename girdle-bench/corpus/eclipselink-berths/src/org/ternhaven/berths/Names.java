package org.ternhaven.berths;

import org.eclipse.persistence.config.SessionCustomizer;
import org.eclipse.persistence.descriptors.ClassDescriptor;
import org.eclipse.persistence.sessions.Session;

/** All tables begin with the name of the house. */
public class Names implements SessionCustomizer {
  @Override
  public void customize(Session session) {
    for (ClassDescriptor descriptor : session.getDescriptors().values()) {
      descriptor.setTableName("HARBOUR_" + descriptor.getAlias().toUpperCase());
    }
  }
}
