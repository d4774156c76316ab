/**
 * How work fails: what is wrong, whose matter it is, and what to do about it.
 *
 * <p>Every other package may use this one; it uses none.
 */
package dev.girdle.fault;
