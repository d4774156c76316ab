/**
 * The account that goes inside every artifact: what is in it, from where, why, with digests.
 *
 * <p>Written when an artifact is sealed, read when it is inspected. Nothing in it may tell of the
 * machine that it was made on.
 */
package dev.girdle.record;
