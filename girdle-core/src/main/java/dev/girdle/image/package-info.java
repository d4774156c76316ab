/**
 * Container images (OCI Image Format Specification 1.1): what their documents say, layers, and
 * image layouts as folders and tar archives, made and read without any container tool.
 */
package dev.girdle.image;
