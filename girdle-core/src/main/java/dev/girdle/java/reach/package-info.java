/**
 * The walk on into the classes of a runtime that goes along, method by method ({@code
 * RuntimeReach}), with the finer rules that this takes.
 */
package dev.girdle.java.reach;
