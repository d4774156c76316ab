/**
 * A Linux system as a folder: where its files, libraries and loader are, and which installed
 * package each of them came with. The system of this machine is one, with the folder {@code /}.
 *
 * <p>Knows nothing of applications and artifacts; reads and never writes.
 */
package dev.girdle.system;
