/**
 * What starts a sealed program: starters for Unix and Windows, the options that they give, the text
 * that tells the receiver how.
 */
package dev.girdle.java.launcher;
