/**
 * What an application holds, told by names, before anything is walked: which item a class name or a
 * path gives, which modules and main classes there are, what the Java that Girdle runs on has.
 */
package dev.girdle.java.index;
