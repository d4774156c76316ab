/** What starters of any language are made of. */
package dev.girdle.launch;
