/**
 * What source texts of JavaScript ask for, held against nothing: tokens, constants, blocks. Knows
 * no packages and no files.
 */
package dev.girdle.node.source;
