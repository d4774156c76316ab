/**
 * What an image takes from a root folder of a Linux system: the C library and what native code is
 * linked with, and who packaged it.
 */
package dev.girdle.image.root;
