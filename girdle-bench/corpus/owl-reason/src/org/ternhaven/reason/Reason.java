package org.ternhaven.reason;

import java.io.ByteArrayOutputStream;
import java.io.File;
import java.nio.charset.StandardCharsets;
import org.semanticweb.HermiT.ReasonerFactory;
import org.semanticweb.owlapi.apibinding.OWLManager;
import org.semanticweb.owlapi.formats.ManchesterSyntaxDocumentFormat;
import org.semanticweb.owlapi.formats.TurtleDocumentFormat;
import org.semanticweb.owlapi.model.IRI;
import org.semanticweb.owlapi.model.OWLClass;
import org.semanticweb.owlapi.model.OWLDocumentFormat;
import org.semanticweb.owlapi.model.OWLNamedIndividual;
import org.semanticweb.owlapi.model.OWLOntology;
import org.semanticweb.owlapi.model.OWLOntologyManager;
import org.semanticweb.owlapi.reasoner.OWLReasoner;

public final class Reason {
  public static void main(String[] args) throws Exception {
    OWLOntologyManager manager = OWLManager.createOWLOntologyManager();
    OWLOntology harbour = manager.loadOntologyFromOntologyDocument(new File(args[0]));
    OWLReasoner reasoner = new ReasonerFactory().createReasoner(harbour);
    System.out.println("consistent " + reasoner.isConsistent());
    OWLClass ferry =
        manager.getOWLDataFactory().getOWLClass(IRI.create("http://ternhaven.org/h#Ferry"));
    reasoner.superClasses(ferry)
        .filter(c -> !c.isOWLThing())
        .map(c -> "Ferry is a " + c.getIRI().getShortForm())
        .sorted()
        .forEach(System.out::println);
    OWLNamedIndividual ship =
        manager.getOWLDataFactory().getOWLNamedIndividual(IRI.create("http://ternhaven.org/h#Kittiwake"));
    reasoner.types(ship).map(c -> "Kittiwake " + c.getIRI().getShortForm()).sorted().forEach(System.out::println);
    show(manager, harbour, "Turtle", new TurtleDocumentFormat());
    show(manager, harbour, "Manchester", new ManchesterSyntaxDocumentFormat());
    reasoner.dispose();
  }

  private static void show(
      OWLOntologyManager manager, OWLOntology harbour, String name, OWLDocumentFormat format)
      throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    manager.saveOntology(harbour, format, out);
    String text = out.toString(StandardCharsets.UTF_8);
    System.out.println("in " + name + ": " + text.lines().filter(l -> l.contains("Ferry")).count());
  }
}
