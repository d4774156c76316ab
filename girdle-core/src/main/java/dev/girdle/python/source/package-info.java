/**
 * What Python source texts ask for: tokens, statements, blocks (The Python Language Reference,
 * "Lexical analysis", "Simple statements", "Compound statements").
 */
package dev.girdle.python.source;
