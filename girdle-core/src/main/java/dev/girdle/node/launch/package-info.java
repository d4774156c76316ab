/** How Node.js programs are started: the layout, its starters, the Nodes of this machine. */
package dev.girdle.node.launch;
