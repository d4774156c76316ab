/**
 * The corpus: real programs as data, fetched by Maven, sealed in all ways and put to work.
 *
 * <p>{@code girdle-bench/corpus/NAME/program.yaml} describes one. Programs come in batches; what a
 * batch gave at its first try, before anything was changed for it, is kept for good.
 */
package dev.girdle.bench.corpus;
