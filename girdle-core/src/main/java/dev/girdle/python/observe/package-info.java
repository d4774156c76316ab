/** How Python programs are watched, and what they say of what they miss. */
package dev.girdle.python.observe;
