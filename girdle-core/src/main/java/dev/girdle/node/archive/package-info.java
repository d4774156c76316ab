/** One file that holds a whole program and is started by {@code node} itself. */
package dev.girdle.node.archive;
