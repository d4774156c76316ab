package dev.girdle.form;

import dev.girdle.layout.LayoutFile;

/**
 * A file that was written.
 *
 * @param file what was to be written
 * @param sha256 SHA-256 of its bytes, in hexadecimal
 */
public record WrittenFile(LayoutFile file, String sha256) {}
