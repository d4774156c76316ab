/**
 * Where files are written, so that nothing is lost and nothing is left: artifacts and pages that
 * appear whole or not at all, files of caches, work in progress. It takes into account that the
 * process can be killed at any step, that others are at work in the same place, and that users put
 * something there in the meantime.
 */
package dev.girdle.place;
