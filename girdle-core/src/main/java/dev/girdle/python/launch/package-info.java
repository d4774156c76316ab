/** How Python programs are started: the layout and its starters. */
package dev.girdle.python.launch;
