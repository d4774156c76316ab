/**
 * A tiny made-up language, as an example of what a language has to bring: songs are folders of
 * verses; a line {@code sing PATH} in a verse asks for another, from where it stands; all other
 * lines are sung. What libraries of songs lie in {@code library/NAME} are components of their own.
 */
package dev.girdle.verses;
