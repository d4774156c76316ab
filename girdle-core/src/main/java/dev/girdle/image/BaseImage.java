package dev.girdle.image;

/**
 * An image that another one is made on.
 *
 * @param layout where its blobs lie
 * @param manifest its manifest
 * @param config its configuration
 */
public record BaseImage(ImageLayout layout, ImageManifest manifest, ImageConfig config) {}
