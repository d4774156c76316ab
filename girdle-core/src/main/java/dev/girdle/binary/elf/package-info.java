/**
 * Programs and libraries for Linux, changed so that they find what lies beside them: ELF files of
 * 64 bits with the lowest byte first (System V ABI, edition 4.1 and the supplements for
 * processors).
 *
 * <p>Only what a loader reads is changed; what the program does itself stays byte for byte. Knows
 * nothing of artifacts and where things lie in them.
 */
package dev.girdle.binary.elf;
