/**
 * What installed packages say of themselves (PyPA specifications, "Core metadata", "Recording
 * installed projects", "Entry points", "Dependency specifiers").
 */
package dev.girdle.python.pack;
