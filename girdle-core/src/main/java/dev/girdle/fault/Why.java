package dev.girdle.fault;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;

/** What the system said, in words for the user. */
public final class Why {
  private Why() {}

  /**
   * Why reading or writing failed.
   *
   * @param failure what the system said
   * @return a few words without a full stop; never empty
   */
  public static String of(IOException failure) {
    if (failure instanceof AccessDeniedException) {
      return "permission denied";
    }
    if (failure instanceof NoSuchFileException) {
      return "no such file or folder";
    }
    if (failure instanceof FileAlreadyExistsException
        || failure instanceof DirectoryNotEmptyException) {
      return "something else is there";
    }
    boolean isOfSystem = failure instanceof FileSystemException;
    String said = isOfSystem ? ((FileSystemException) failure).getReason() : failure.getMessage();
    return said == null || said.isBlank() ? failure.getClass().getSimpleName() : said;
  }
}
