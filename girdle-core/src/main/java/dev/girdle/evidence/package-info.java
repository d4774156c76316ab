/**
 * Evidence: what was seen in use when an application ran. Reading and writing it; not how it is
 * gained, and not what follows from it.
 */
package dev.girdle.evidence;
