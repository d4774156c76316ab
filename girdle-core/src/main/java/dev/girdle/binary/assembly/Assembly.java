package dev.girdle.binary.assembly;

import java.util.List;
import java.util.Optional;

/**
 * What an assembly says of itself.
 *
 * @param name its own name
 * @param references the assemblies that its code uses, in their order
 * @param natives native libraries that it calls functions of, as its code names them
 * @param modules files that belong to it and lie beside it
 * @param framework what it was made for, as compilers write it: {@code .NETCoreApp,Version=v8.0};
 *     empty if it does not say
 * @param canStart whether something of it can be started
 * @param isPure whether it holds no code for one system alone
 */
public record Assembly(
    AssemblyName name,
    List<AssemblyName> references,
    List<String> natives,
    List<String> modules,
    Optional<String> framework,
    boolean canStart,
    boolean isPure) {
  /** Copies the lists. */
  public Assembly {
    references = List.copyOf(references);
    natives = List.copyOf(natives);
    modules = List.copyOf(modules);
  }
}
