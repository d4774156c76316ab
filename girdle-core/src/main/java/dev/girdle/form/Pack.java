package dev.girdle.form;

import dev.girdle.io.Compression;
import dev.girdle.io.SourceDate;

/**
 * How files are packed into one.
 *
 * @param date what all entries bear as their time
 * @param level how hard what is not compressed yet is compressed, from 1 (quick) to 9 (small)
 * @param compression how a tar archive is compressed
 * @param top the folder inside that everything goes to, with a slash at the end; empty for none
 */
public record Pack(SourceDate date, int level, Compression compression, String top) {}
