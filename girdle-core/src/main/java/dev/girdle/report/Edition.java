package dev.girdle.report;

/**
 * An artifact of the same application, of this release or another.
 *
 * @param release its release; empty if not known
 * @param form its form, for the user
 * @param target where it is to run; empty for everywhere
 * @param file its name in the folder
 * @param bytes its size on disk
 * @param components how many components are in it
 * @param leftOut how much was left out of it, bytes
 */
public record Edition(
    String release,
    String form,
    String target,
    String file,
    long bytes,
    int components,
    long leftOut) {}
