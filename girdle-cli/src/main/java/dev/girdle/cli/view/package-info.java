/**
 * What commands print: for people and as JSON. Views take finished values of the core and write
 * them; they compute nothing but columns.
 */
package dev.girdle.cli.view;
