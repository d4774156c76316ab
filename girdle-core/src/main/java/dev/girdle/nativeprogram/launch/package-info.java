/**
 * The folder of a native program: the program and its content as they lay, libraries of the system
 * beside them, all edited so that they find each other wherever the folder lies, and starters.
 */
package dev.girdle.nativeprogram.launch;
