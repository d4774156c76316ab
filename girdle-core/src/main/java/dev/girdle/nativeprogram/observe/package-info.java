/**
 * How native programs are watched while they run: by the files that they open, since nothing else
 * can be seen of any of them.
 */
package dev.girdle.nativeprogram.observe;
