/** One file that Python starts (PEP 441). */
package dev.girdle.python.archive;
