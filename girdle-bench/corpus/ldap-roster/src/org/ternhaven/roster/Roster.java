package org.ternhaven.roster;

import com.unboundid.ldap.listener.InMemoryDirectoryServer;
import com.unboundid.ldap.listener.InMemoryDirectoryServerConfig;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.SearchResult;
import com.unboundid.ldap.sdk.SearchScope;
import com.unboundid.ldif.LDIFReader;
import java.util.Hashtable;
import javax.naming.Context;
import javax.naming.directory.InitialDirContext;

public class Roster {
  public static void main(String[] args) throws Exception {
    InMemoryDirectoryServerConfig config = new InMemoryDirectoryServerConfig("dc=ternhaven");
    config.addAdditionalBindCredentials("cn=warden", "lamp");
    InMemoryDirectoryServer server = new InMemoryDirectoryServer(config);
    server.importFromLDIF(
        true, new LDIFReader(Roster.class.getResourceAsStream("/roster.ldif")));
    server.startListening();
    try (LDAPConnection client = server.getConnection()) {
      client.bind("uid=kittiwake,ou=ships,dc=ternhaven", "tern");
      SearchResult found =
          client.search("dc=ternhaven", SearchScope.SUB, "(&(objectClass=person)(cn=*))");
      System.out.println("found " + found.getEntryCount());
      found.getSearchEntries().forEach(e -> System.out.println(e.toLDIFString()));
      try {
        client.add("dn: cn=x,dc=ternhaven", "objectClass: person", "cn: x");
      } catch (LDAPException e) {
        System.out.println("refused " + e.getResultCode().getName());
      }
    }
    Hashtable<String, String> settings = new Hashtable<>();
    settings.put(Context.INITIAL_CONTEXT_FACTORY, "com.sun.jndi.ldap.LdapCtxFactory");
    settings.put(Context.PROVIDER_URL, "ldap://localhost:" + server.getListenPort());
    System.out.println(
        "naming "
            + new InitialDirContext(settings)
                .getAttributes("ou=ships,dc=ternhaven")
                .get("description")
                .get());
    server.shutDown(true);
  }
}
