/** What tests build their input with: real class files and real archives. */
package dev.girdle.testing;
