package dev.girdle.binary.assembly;

/**
 * What assemblies are called (ECMA-335, II.6.3).
 *
 * @param name without an ending: {@code Ternhaven.Tides}
 * @param version four numbers: {@code 1.0.0.0}
 * @param culture of an assembly that holds translations, for example {@code de}; empty otherwise
 */
public record AssemblyName(String name, String version, String culture) {}
