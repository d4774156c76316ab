/** What packages say of themselves, and which releases they mean. */
package dev.girdle.node.pack;
