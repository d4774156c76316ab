package dev.girdle.depot;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.place.WholeFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.PrivateKey;
import java.security.SecureRandom;
import java.security.Signature;
import java.security.interfaces.EdECPrivateKey;
import java.security.spec.PKCS8EncodedKeySpec;
import java.util.List;

/** A private key that signs (RFC 8032, Ed25519). It has no text that shows it. */
public final class SigningKey {
  private final PrivateKey key;
  private final String id;

  private SigningKey(PrivateKey key, String id) {
    this.key = key;
    this.id = id;
  }

  /**
   * Reads a key.
   *
   * @param file a file that only its owner can read (PEM, PKCS #8)
   * @return the key
   * @throws GirdleException if it holds none, or others can read it
   */
  public static SigningKey in(Path file) {
    Login.requireClosed(file, "a private key");
    byte[] der = KeyFile.der(KeyFile.PRIVATE, KeyFile.read(file), file.toString());
    try {
      PrivateKey key =
          KeyFactory.getInstance(KeyFile.ALGORITHM).generatePrivate(new PKCS8EncodedKeySpec(der));
      return new SigningKey(key, KeyFile.id(pair((EdECPrivateKey) key).getPublic()));
    } catch (GeneralSecurityException | ClassCastException e) {
      throw KeyFile.wrong(file.toString(), e);
    }
  }

  /** The private half determines the public one, which Java gives only when it makes a pair. */
  private static KeyPair pair(EdECPrivateKey key) throws GeneralSecurityException {
    byte[] seed = key.getBytes().orElseThrow(GeneralSecurityException::new);
    KeyPairGenerator generator = KeyPairGenerator.getInstance(KeyFile.ALGORITHM);
    generator.initialize(
        key.getParams(),
        new SecureRandom() {
          private static final long serialVersionUID = 1;

          @Override
          public void nextBytes(byte[] bytes) {
            System.arraycopy(seed, 0, bytes, 0, bytes.length);
          }
        });
    return generator.generateKeyPair();
  }

  /**
   * Makes a pair of keys.
   *
   * @param file where the private key goes, which only its owner can read; the public one goes
   *     beside it, with {@code .pub} behind its name
   * @return the private key
   * @throws GirdleException if one of the files is there, or cannot be written
   */
  public static SigningKey make(Path file) {
    Path open = beside(file);
    try {
      KeyPair pair = KeyPairGenerator.getInstance(KeyFile.ALGORITHM).generateKeyPair();
      for (Path one : List.of(file, open)) {
        if (Files.exists(one)) {
          throw new FileAlreadyExistsException(one.toString());
        }
      }
      WholeFile.write(
          file.toAbsolutePath(),
          bytes(KeyFile.text(KeyFile.PRIVATE, pair.getPrivate().getEncoded())));
      Files.write(open, bytes(KeyFile.text(KeyFile.PUBLIC, pair.getPublic().getEncoded())));
      return new SigningKey(pair.getPrivate(), KeyFile.id(pair.getPublic()));
    } catch (FileAlreadyExistsException e) {
      throw GirdleException.request(
          e.getFile() + " is there already, and keys are never overwritten",
          "  Name another file.");
    } catch (IOException e) {
      throw new GirdleException(Fault.MACHINE, e, "cannot write " + file + ": " + e.getMessage());
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException(e); // every Java from 15 on makes them
    }
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.US_ASCII);
  }

  /**
   * Where the public half of a key lies.
   *
   * @param file the private one
   * @return a file beside it
   */
  public static Path beside(Path file) {
    return file.resolveSibling(file.getFileName() + ".pub");
  }

  /**
   * What people call the key.
   *
   * @return the start of the digest of its public half
   */
  public String id() {
    return id;
  }

  byte[] sign(byte[] bytes) {
    try {
      Signature signature = Signature.getInstance(KeyFile.ALGORITHM);
      signature.initSign(key);
      signature.update(bytes);
      return signature.sign();
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException(e);
    }
  }
}
