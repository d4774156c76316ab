/**
 * What class files say, apart from any application, kept from one run to the next: raw records that
 * the {@code java} package holds against what is there. Nothing here knows what a demand leads to.
 */
package dev.girdle.java.memory;
