package dev.girdle.closure;

/** What kind of thing a name stands for. */
public enum Thing {
  /** A unit of code: a class, a module. */
  CODE,
  /** A file that is read. */
  RESOURCE,
  /** The lists of providers of a service type. */
  SERVICE
}
