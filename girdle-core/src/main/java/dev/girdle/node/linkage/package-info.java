/** Node's part in the walk: what files demand, and what answers them. */
package dev.girdle.node.linkage;
