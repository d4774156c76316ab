/**
 * Native code: for which system and processor a file is, read from its own header.
 *
 * <p>Knows file formats and nothing of languages, components or plans.
 */
package dev.girdle.binary;
