/**
 * Licences: what they are called, and how they are recognised.
 *
 * <p>Knows texts and names only; where a component keeps its licence is a matter of its language.
 */
package dev.girdle.licence;
