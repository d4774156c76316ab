/**
 * Short tests of a Java that was cut down, run by that Java itself before anybody gets it. Nothing
 * of this goes into an artifact.
 */
package dev.girdle.probe;
