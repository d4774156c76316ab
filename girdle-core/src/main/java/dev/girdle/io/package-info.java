/**
 * Bytes: reading trees of files where they lie, digests, writing zip archives, and output that
 * appears whole or not at all.
 *
 * <p>Archives are hostile until proven otherwise: {@link dev.girdle.io.ZipTree} is the one place
 * where they are opened. Nothing here knows applications or languages.
 */
package dev.girdle.io;
