/**
 * Code for Linux that goes into programs, compiled. Its source lies in {@code src/main/c}; what it
 * promises stands there. Nothing else may enter: who writes it into programs is {@code
 * girdle-core}.
 */
package dev.girdle.linux;
