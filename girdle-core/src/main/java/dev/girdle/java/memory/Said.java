package dev.girdle.java.memory;

import dev.girdle.closure.How;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;

/**
 * One thing that a class file says.
 *
 * @param kind what kind of saying it is
 * @param how in which way it is asked for; null where the kind says it
 * @param thing what is asked for; null where the kind says it
 * @param strength how badly; null where the kind says it
 * @param name the name, descriptor or text as it stands in the class file, or its begin
 * @param part the part that is asked for, or a name's end; may be empty
 * @param excuse why it is not hard; may be empty
 * @param member the method or field it stands in; empty if it belongs to the whole class
 * @param line the line it stands in; 0 if not known
 */
public record Said(
    Kind kind,
    How how,
    Thing thing,
    Strength strength,
    String name,
    String part,
    String excuse,
    String member,
    int line) {
  /** Sayings of a class differ by their names nearly always; sets of them are asked a lot. */
  @Override
  public int hashCode() {
    return (name.hashCode() * 31 + part.hashCode()) * 31 + kind.ordinal();
  }

  /** What kinds of sayings there are. */
  public enum Kind {
    /** A class is asked for, by its internal name. */
    CODE,
    /** All classes of a descriptor are asked for. */
    DESCRIPTOR,
    /** Something else is asked for by its name. */
    OTHER,
    /** Something is asked for by a name that the class does not know. */
    OPEN,
    /** The same, and others hand the name in. */
    OPEN_PASSED_ON,
    /** A text stands there that may name something. */
    TEXT,
    /** A class is asked for by a joined name, of which begin and end are known. */
    JOINED_CLASS,
    /** The same, through a class loader. */
    JOINED_CLASS_BY_LOADER,
    /** A file is asked for by a joined name. */
    JOINED_FILE,
    /** A module declares to use a service. */
    USED_SERVICE
  }
}
