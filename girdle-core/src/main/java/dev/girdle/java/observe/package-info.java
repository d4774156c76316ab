/** How Java programs are watched while they run: the log of their classes, and their complaints. */
package dev.girdle.java.observe;
