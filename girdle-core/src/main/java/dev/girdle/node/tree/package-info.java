/**
 * The files of an application as they lie, with their links, and how Node finds modules among them.
 */
package dev.girdle.node.tree;
