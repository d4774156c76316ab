/**
 * The runtime that goes along: which one is chosen, what becomes of its modules, classes and files,
 * how it is tried before it is called made, and how a fast start is prepared.
 */
package dev.girdle.java.bundle;
