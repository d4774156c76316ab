/**
 * Looks at finished artifacts: compares two of them, and checks one against its record and against
 * the machine it is to run on.
 *
 * <p>Reads artifacts and changes none. Everything that is found is told at once.
 */
package dev.girdle.artifact;
