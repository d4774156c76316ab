package dev.girdle.identity;

import com.dd.plist.NSDictionary;
import dev.girdle.app.Identity;
import dev.girdle.plan.AppMetadata;
import java.nio.charset.StandardCharsets;

/**
 * An application bundle of macOS (Apple, Bundle Programming Guide): a folder that the system shows
 * as one thing.
 */
final class Bundle {
  private final Identity identity;
  private final AppMetadata metadata;
  private final String label;

  Bundle(Identity identity, AppMetadata metadata, String label) {
    this.identity = identity;
    this.metadata = metadata;
    this.label = label;
  }

  /** The bundle's folder, with a slash at the end. */
  String folder() {
    String title = metadata.title().orElse(identity.name());
    return title.replaceAll("[/:\\\\\"$`%\\p{Cntrl}]", "-") + ".app/";
  }

  String starterPath() {
    return folder() + "Contents/MacOS/" + label;
  }

  String iconPath() {
    return folder() + "Contents/Resources/" + identity.name() + ".icns";
  }

  /** The property list (Apple, Information Property List). */
  byte[] propertyList(boolean hasIcon) {
    String release = identity.release().orElse("0");
    NSDictionary list = new NSDictionary();
    list.put("CFBundleInfoDictionaryVersion", "6.0");
    list.put("CFBundlePackageType", "APPL");
    list.put("CFBundleName", metadata.title().orElse(identity.name()));
    list.put("CFBundleDisplayName", metadata.title().orElse(identity.name()));
    list.put("CFBundleExecutable", label);
    list.put("CFBundleIdentifier", metadata.identifier().orElse(identity.name()));
    list.put("CFBundleShortVersionString", release);
    list.put("CFBundleVersion", release);
    list.put("NSHighResolutionCapable", true);
    if (hasIcon) {
      list.put("CFBundleIconFile", identity.name() + ".icns");
    }
    metadata.vendor().ifPresent(v -> list.put("NSHumanReadableCopyright", "Copyright by " + v));
    return list.toXMLPropertyList().replace("\r\n", "\n").getBytes(StandardCharsets.UTF_8);
  }

  /** Starts the program inside the bundle, wherever the bundle was moved. */
  byte[] starter() {
    return """
        #!/bin/sh
        # Starts the program of this bundle.
        self=$0
        while [ -h "$self" ]; do
          link=$(readlink "$self")
          case $link in /*) self=$link ;; *) self=${self%%/*}/$link ;; esac
        done
        exec "${self%%/*}/../Resources/bin/%s" "$@"
        """
        .formatted(label)
        .getBytes(StandardCharsets.UTF_8);
  }
}
