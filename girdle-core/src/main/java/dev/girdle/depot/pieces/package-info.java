/**
 * Artifacts in pieces: where bytes are cut so that what did not change is found again, which pieces
 * there are, and where they lie. Knows no line and no depot.
 */
package dev.girdle.depot.pieces;
