/**
 * What class files and texts demand: {@code ClassDemands} reads a class file, {@code Glance} only
 * its constants, {@code FileDemands} any other file. {@code Recording} notes what is said apart
 * from any application, {@code DemandCollector} holds it against what is there.
 */
package dev.girdle.java.bytecode;
