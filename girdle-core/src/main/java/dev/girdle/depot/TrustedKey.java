package dev.girdle.depot;

import dev.girdle.fault.GirdleException;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.PublicKey;
import java.security.Signature;
import java.security.spec.X509EncodedKeySpec;

/** A public key whose signatures count (RFC 8032, Ed25519). */
public final class TrustedKey {
  private final PublicKey key;

  private TrustedKey(PublicKey key) {
    this.key = key;
  }

  /**
   * Reads a key.
   *
   * @param file a public key (PEM, SubjectPublicKeyInfo)
   * @return the key
   * @throws GirdleException if it holds none
   */
  public static TrustedKey in(Path file) {
    return of(KeyFile.read(file), file.toString());
  }

  /**
   * Reads a key.
   *
   * @param text PEM
   * @param from where it comes from, for messages
   * @return the key
   * @throws GirdleException if it holds none
   */
  public static TrustedKey of(String text, String from) {
    try {
      byte[] der = KeyFile.der(KeyFile.PUBLIC, text, from);
      return new TrustedKey(
          KeyFactory.getInstance(KeyFile.ALGORITHM).generatePublic(new X509EncodedKeySpec(der)));
    } catch (GeneralSecurityException e) {
      throw KeyFile.wrong(from, e);
    }
  }

  /**
   * The key as it stands in files.
   *
   * @return PEM
   */
  public String text() {
    return KeyFile.text(KeyFile.PUBLIC, key.getEncoded());
  }

  /**
   * What people call the key.
   *
   * @return the same as the private half has
   */
  public String id() {
    return KeyFile.id(key);
  }

  boolean hasSigned(byte[] bytes, byte[] signed) {
    try {
      Signature signature = Signature.getInstance(KeyFile.ALGORITHM);
      signature.initVerify(key);
      signature.update(bytes);
      return signature.verify(signed);
    } catch (GeneralSecurityException e) {
      return false; // what is no signature at all
    }
  }
}
