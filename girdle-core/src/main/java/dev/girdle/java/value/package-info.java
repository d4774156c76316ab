/**
 * What the values on the operand stack of a method can be known to be, without running it: constant
 * texts, texts joined from parts, class literals, arrays of them.
 *
 * <p>Knows instructions and nothing of components or demands.
 */
package dev.girdle.java.value;
