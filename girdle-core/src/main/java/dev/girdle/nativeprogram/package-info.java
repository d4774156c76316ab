/**
 * Native programs, and folders full of content: programs that a compiler or an engine's export
 * made, for Linux, Windows and macOS, and what is installed on a Linux system.
 */
package dev.girdle.nativeprogram;
