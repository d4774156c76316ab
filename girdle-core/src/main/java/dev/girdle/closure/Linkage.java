package dev.girdle.closure;

/**
 * By which a language takes part in the walk: it reads what items demand, finds what demands are
 * for, and knows what vendors say.
 */
public interface Linkage extends ItemReader, Resolver, Vendors {}
