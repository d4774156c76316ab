/**
 * What native programs ask for: libraries, by the rules of the system's loader; files that they
 * name; and the receiver's own system, which has some of it.
 */
package dev.girdle.nativeprogram.linkage;
