/**
 * Assemblies for .NET: what their metadata say of what they are and need (ECMA-335, 6th edition,
 * partition II). Names from that standard are kept in comments, so that it can be read beside.
 */
package dev.girdle.binary.assembly;
