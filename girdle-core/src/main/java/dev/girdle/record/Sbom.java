package dev.girdle.record;

import dev.girdle.app.Identity;
import dev.girdle.app.Provenance;
import dev.girdle.licence.Spdx;
import dev.girdle.plan.AppMetadata;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.cyclonedx.Version;
import org.cyclonedx.exception.GeneratorException;
import org.cyclonedx.generators.BomGeneratorFactory;
import org.cyclonedx.model.Bom;
import org.cyclonedx.model.Component;
import org.cyclonedx.model.Dependency;
import org.cyclonedx.model.Hash;
import org.cyclonedx.model.License;
import org.cyclonedx.model.LicenseChoice;
import org.cyclonedx.model.Metadata;
import org.cyclonedx.model.Property;
import org.cyclonedx.model.license.Expression;

/** Writes lists of components (CycloneDX 1.6, JSON; ECMA-424). They bear no time. */
public final class Sbom {
  /** Where the list lies in a folder. */
  public static final String IN_FOLDER = "girdle-sbom.cdx.json";

  /** Where the list lies in an archive that hides it, below the folder for such things. */
  public static final String IN_ARCHIVE = "sbom.cdx.json";

  private static final int LARGEST = 64 << 20;
  private static final String APPLICATION = "application";

  /**
   * One component.
   *
   * @param label its name in the record
   * @param provenance where it comes from
   * @param licences its licences; may be empty
   * @param sha256 SHA-256 of the file that it was handed over as; empty for a folder
   * @param pruned whether only a part of it went in
   */
  public record Part(
      String label,
      Provenance provenance,
      List<String> licences,
      Optional<String> sha256,
      boolean pruned) {
    /** Copies the list. */
    public Part {
      licences = List.copyOf(licences);
    }
  }

  private Sbom() {}

  /**
   * Writes a list.
   *
   * @param identity name and release of the application
   * @param metadata what the plan says of it besides
   * @param parts its components
   * @return JSON in UTF-8; the same for the same input
   */
  public static byte[] write(Identity identity, AppMetadata metadata, List<Part> parts) {
    Bom bom = new Bom();
    bom.setMetadata(metadata(identity, metadata));
    Dependency all = new Dependency(APPLICATION);
    for (Part part : parts) {
      bom.addComponent(component(part));
      all.addDependency(new Dependency(part.label()));
    }
    bom.addDependency(all);
    // a number of its own, which is the same whenever the same list is written
    bom.setSerialNumber("urn:uuid:" + UUID.nameUUIDFromBytes(json(bom)));
    return json(bom);
  }

  /**
   * The list that lies in an artifact.
   *
   * @param artifact of any form but an image
   * @return empty if there is none
   * @throws IOException if it cannot be read
   */
  public static Optional<byte[]> in(Path artifact) throws IOException {
    return ArtifactReader.fileCalled(artifact, Set.of(IN_FOLDER, IN_ARCHIVE), LARGEST);
  }

  private static byte[] json(Bom bom) {
    try {
      String text = BomGeneratorFactory.createJson(Version.VERSION_16, bom).toJsonString();
      return (text.replace("\r\n", "\n") + "\n").getBytes(StandardCharsets.UTF_8);
    } catch (GeneratorException e) {
      throw new IllegalStateException(e);
    }
  }

  private static Metadata metadata(Identity identity, AppMetadata metadata) {
    Component application = new Component();
    application.setType(Component.Type.APPLICATION);
    application.setBomRef(APPLICATION);
    application.setName(identity.name());
    application.setVersion(identity.release().orElse(null));
    metadata.description().ifPresent(application::setDescription);
    metadata.vendor().ifPresent(application::setPublisher);
    metadata.licence().ifPresent(l -> application.setLicenses(choice(List.of(l))));
    Metadata about = new Metadata();
    about.setTimestamp(null);
    about.setComponent(application);
    return about;
  }

  private static Component component(Part part) {
    Provenance provenance = part.provenance();
    Component component = new Component();
    component.setType(Component.Type.LIBRARY);
    component.setBomRef(part.label());
    component.setName(provenance.name());
    component.setGroup(provenance.group().isEmpty() ? null : provenance.group());
    component.setVersion(provenance.release().orElse(null));
    component.setPurl(provenance.address().isEmpty() ? null : provenance.address());
    part.sha256().ifPresent(d -> component.addHash(new Hash(Hash.Algorithm.SHA_256, d)));
    if (!part.licences().isEmpty()) {
      component.setLicenses(choice(part.licences()));
    }
    if (part.pruned()) {
      Property pruned = new Property();
      pruned.setName("girdle:pruned");
      pruned.setValue("true");
      component.addProperty(pruned);
    }
    return component;
  }

  private static LicenseChoice choice(List<String> licences) {
    LicenseChoice choice = new LicenseChoice();
    if (licences.size() == 1 && Spdx.isExpression(licences.get(0))) {
      choice.setExpression(new Expression(licences.get(0)));
      return choice;
    }
    for (String text : licences) {
      License licence = new License();
      if (Spdx.isIdentifier(text)) {
        licence.setId(text);
      } else {
        licence.setName(text);
      }
      choice.addLicense(licence);
    }
    return choice;
  }
}
