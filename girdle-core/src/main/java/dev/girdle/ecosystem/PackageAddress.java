package dev.girdle.ecosystem;

import com.github.packageurl.MalformedPackageURLException;
import com.github.packageurl.PackageURLBuilder;
import java.util.Optional;

/** Addresses of packages (Package URL specification). */
public final class PackageAddress {
  private PackageAddress() {}

  /**
   * The address of a package.
   *
   * @param type where it is published: "maven", "npm", or "generic"
   * @param group the name space that it is published in; empty for none
   * @param name what its makers call it
   * @param release its release; empty if not known
   * @return {@code pkg:type/group/name@release}; empty if that cannot be written so
   */
  public static String of(String type, String group, String name, Optional<String> release) {
    try {
      PackageURLBuilder address = PackageURLBuilder.aPackageURL().withType(type).withName(name);
      if (!group.isEmpty()) {
        address.withNamespace(group);
      }
      release.ifPresent(address::withVersion);
      return address.build().canonicalize();
    } catch (MalformedPackageURLException e) {
      return "";
    }
  }
}
