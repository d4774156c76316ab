/** Watches Node.js programs, and understands what they say of what they miss. */
package dev.girdle.node.observe;
