package org.ternhaven.archive;

import java.io.StringReader;
import javax.jcr.Node;
import javax.jcr.NodeIterator;
import javax.jcr.Repository;
import javax.jcr.Session;
import javax.jcr.SimpleCredentials;
import javax.jcr.query.Query;
import org.apache.jackrabbit.commons.cnd.CndImporter;
import org.apache.jackrabbit.oak.Oak;
import org.apache.jackrabbit.oak.jcr.Jcr;

public final class Archive {
  public static void main(String[] args) throws Exception {
    Repository repository = new Jcr(new Oak()).createRepository();
    Session session = repository.login(new SimpleCredentials("admin", "admin".toCharArray()));
    CndImporter.registerNodeTypes(
        new StringReader("<h='http://ternhaven.org/ns'>\n[h:note] > nt:unstructured\n - h:text (string)\n"),
        session);
    Node notes = session.getRootNode().addNode("notes", "nt:unstructured");
    Node fog = notes.addNode("fog", "h:note");
    fog.setProperty("h:text", "Fog in the basin");
    notes.addNode("calm", "h:note").setProperty("h:text", "Calm");
    session.save();
    System.out.println("note " + session.getProperty("/notes/fog/h:text").getString());
    System.out.println("type " + session.getNode("/notes").getPrimaryNodeType().getName());
    Query query =
        session
            .getWorkspace()
            .getQueryManager()
            .createQuery("SELECT * FROM [h:note] AS n WHERE n.[h:text] LIKE 'Fog%'", Query.JCR_SQL2);
    for (NodeIterator i = query.execute().getNodes(); i.hasNext(); ) {
      System.out.println("found " + i.nextNode().getPath());
    }
    session.move("/notes/calm", "/calm");
    session.save();
    System.out.println("moved " + session.nodeExists("/calm"));
    System.out.println(
        "types " + session.getWorkspace().getNodeTypeManager().getAllNodeTypes().getSize());
    session.logout();
    System.exit(0);
  }
}
