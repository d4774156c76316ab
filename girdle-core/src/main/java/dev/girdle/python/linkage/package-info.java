/** Python's part in the walk: what modules ask for, and what is found for it. */
package dev.girdle.python.linkage;
