package org.ternhaven.desk.services;

import org.apache.tapestry5.SymbolConstants;
import org.apache.tapestry5.commons.MappedConfiguration;
import org.apache.tapestry5.ioc.ServiceBinder;
import org.apache.tapestry5.ioc.annotations.Contribute;
import org.apache.tapestry5.ioc.services.ApplicationDefaults;
import org.apache.tapestry5.ioc.services.SymbolProvider;

/** Found by its name. */
public class AppModule {
  public static void bind(ServiceBinder binder) {
    binder.bind(Roster.class, Roster.class);
  }

  @Contribute(SymbolProvider.class)
  @ApplicationDefaults
  public static void settings(MappedConfiguration<String, Object> settings) {
    settings.add(SymbolConstants.HMAC_PASSPHRASE, "made up for the harbour");
    settings.add(SymbolConstants.PRODUCTION_MODE, "true");
  }
}
