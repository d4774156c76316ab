/**
 * The commands: they parse, call the core, and print. One class for each command; what they print
 * is made in {@code view}.
 */
package dev.girdle.cli;
