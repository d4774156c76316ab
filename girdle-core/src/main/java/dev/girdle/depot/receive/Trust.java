package dev.girdle.depot.receive;

import dev.girdle.depot.Depot;
import dev.girdle.depot.Signatures;
import dev.girdle.depot.TrustedKey;
import dev.girdle.fault.GirdleException;
import dev.girdle.image.Descriptor;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * Whose signatures count in a folder.
 *
 * @param keys the keys; none if it does not matter who has signed
 * @param name what the application in the folder is called; null if nothing signed has said it yet
 * @param folder the folder, for messages
 */
record Trust(List<TrustedKey> keys, String name, Path folder) {
  /** Copies the list. */
  Trust {
    keys = List.copyOf(keys);
  }

  /** Those that are named, else those that counted before. */
  static Trust of(List<TrustedKey> named, Received before, Path folder) {
    List<TrustedKey> keys =
        named.isEmpty()
            ? before.trust().stream().map(t -> TrustedKey.of(t, "received.json")).toList()
            : named;
    return new Trust(keys, before.name(), folder);
  }

  /** As they are kept for the next time. */
  List<String> texts() {
    return keys.stream().map(TrustedKey::text).toList();
  }

  /**
   * The signature of a release.
   *
   * @return empty if it does not matter who has signed
   * @throws GirdleException if it is not signed as it has to be
   */
  Optional<Signatures.Found> signature(Depot depot, Choice choice) {
    if (keys.isEmpty()) {
      return Optional.empty();
    }
    List<Descriptor> attached = depot.attached(choice.release().top().descriptor());
    List<Signatures.Found> found = Signatures.of(depot, choice.release(), attached, keys);
    Signatures.Found signature =
        found.stream()
            .filter(Signatures.Found::isTrusted)
            .findFirst()
            .orElseThrow(() -> unsigned(depot, choice, found));
    if (name != null && !name.equals(signature.name())) {
      throw GirdleException.application(
          "the signature says that this is "
              + signature.name()
              + ", and "
              + folder
              + " holds "
              + name,
          "  Receive it into a folder of its own.");
    }
    return Optional.of(signature);
  }

  private GirdleException unsigned(Depot depot, Choice choice, List<Signatures.Found> found) {
    String by =
        found.isEmpty()
            ? "is not signed"
            : "is signed by "
                + String.join(
                    ", ", found.stream().map(Signatures.Found::key).distinct().sorted().toList())
                + ", and not by a trusted key";
    return GirdleException.application(
        depot.label() + " " + choice.release().name() + " " + by,
        "  Trusted: " + String.join(", ", keys.stream().map(TrustedKey::id).toList()) + ".",
        "  Nothing was received.");
  }
}
