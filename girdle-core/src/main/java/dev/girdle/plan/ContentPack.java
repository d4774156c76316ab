package dev.girdle.plan;

/**
 * A folder of the application that becomes one zip archive in the artifact.
 *
 * @param folder by its path in the application, without a slash at the end
 * @param to the archive's path in the application
 * @param isStored whether its files are not compressed, so that they can be read in place
 * @param place where it stands in a plan: {@code girdle.yaml:12:7}
 */
public record ContentPack(String folder, String to, boolean isStored, String place) {}
