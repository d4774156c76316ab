/**
 * The files of a program as Python's import looks for modules among them (Language Reference, 5
 * "The import system").
 */
package dev.girdle.python.tree;
