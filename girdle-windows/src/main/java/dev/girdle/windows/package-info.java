/**
 * The starters for Windows, compiled. Their source lies in {@code src/main/c}; what they promise
 * stands there, file by file. Nothing else may enter: who writes into them is {@code girdle-core}.
 */
package dev.girdle.windows;
