/**
 * Programs for Windows as files that can be changed: their resources, read and written, and what
 * stands in the headers with them (Microsoft PE Format). Bytes in, bytes out: nothing here knows
 * what a program is for, and nothing is read but what is handed in.
 */
package dev.girdle.binary.pe;
