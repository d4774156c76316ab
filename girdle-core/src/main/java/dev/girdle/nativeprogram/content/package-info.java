/**
 * Content names content: what texts, and the constants of code, say of files by path, name, stem,
 * folder or pattern. Knows no format of content but by its first bytes.
 */
package dev.girdle.nativeprogram.content;
