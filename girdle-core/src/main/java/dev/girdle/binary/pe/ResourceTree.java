package dev.girdle.binary.pe;

import dev.girdle.binary.DamagedCodeException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Resources as they lie in their section: a tree of three levels (type, name, language), then the
 * places of all contents, then names, then contents (PE Format: "The .rsrc Section").
 */
final class ResourceTree {
  private static final int DIRECTORY = 16;
  private static final int ENTRY = 8;
  private static final int DATA = 16;
  private static final int FLAG = 0x80000000;
  private static final int ALIGNMENT = 8;
  private static final int LEVELS = 3;
  private static final int MOST = 1 << 16;

  private ResourceTree() {}

  /**
   * Reads the resources of a section.
   *
   * @param bytes the section
   * @param address where it is loaded
   */
  static List<Resource> read(ByteBuffer bytes, long address) throws DamagedCodeException {
    Reading reading = new Reading(bytes.duplicate().order(ByteOrder.LITTLE_ENDIAN), address);
    try {
      reading.table(0, List.of());
    } catch (IndexOutOfBoundsException e) {
      throw new DamagedCodeException("its resources lead out of their section");
    }
    return reading.found;
  }

  /** Goes through tables; a table that leads to itself leads nowhere for long. */
  private static final class Reading {
    private final ByteBuffer bytes;
    private final long address;
    private final List<Resource> found = new ArrayList<>();
    private int seen;

    Reading(ByteBuffer bytes, long address) {
      this.bytes = bytes;
      this.address = address;
    }

    void table(int at, List<Resource.Key> path) throws DamagedCodeException {
      int count = (bytes.getShort(at + 12) & 0xffff) + (bytes.getShort(at + 14) & 0xffff);
      for (int i = 0; i < count; i++) {
        int name = bytes.getInt(at + DIRECTORY + i * ENTRY);
        int place = bytes.getInt(at + DIRECTORY + i * ENTRY + 4);
        List<Resource.Key> longer = new ArrayList<>(path);
        longer.add((name & FLAG) != 0 ? text(name & ~FLAG) : Resource.Key.of(name & 0xffff));
        boolean isTable = (place & FLAG) != 0;
        if (isTable != longer.size() < LEVELS || seen++ > MOST) {
          throw new DamagedCodeException("its resources are no tree of three levels");
        }
        if (isTable) {
          table(place & ~FLAG, longer);
        } else {
          found.add(
              new Resource(longer.get(0), longer.get(1), longer.get(2).number(), content(place)));
        }
      }
    }

    private byte[] content(int place) {
      long start = (bytes.getInt(place) & 0xffffffffL) - address;
      long length = bytes.getInt(place + 4) & 0xffffffffL;
      if (start < 0 || start + length > bytes.limit()) {
        throw new IndexOutOfBoundsException("a resource");
      }
      byte[] content = new byte[(int) length];
      bytes.get((int) start, content);
      return content;
    }

    private Resource.Key text(int at) {
      byte[] text = new byte[2 * (bytes.getShort(at) & 0xffff)];
      bytes.get(at + 2, text);
      return new Resource.Key(new String(text, StandardCharsets.UTF_16LE), 0);
    }
  }

  /**
   * Writes resources.
   *
   * @param resources any number, none twice
   * @param address where the section is loaded
   */
  static byte[] write(Collection<Resource> resources, long address) {
    TreeMap<Resource.Key, TreeMap<Resource.Key, TreeMap<Integer, Resource>>> tree = new TreeMap<>();
    for (Resource resource : resources) {
      tree.computeIfAbsent(resource.type(), t -> new TreeMap<>())
          .computeIfAbsent(resource.name(), n -> new TreeMap<>())
          .put(resource.language(), resource);
    }
    return new Writing(tree, address).bytes();
  }

  /** One level after the other; where each thing goes is known before anything is written. */
  private static final class Writing {
    private final TreeMap<Resource.Key, TreeMap<Resource.Key, TreeMap<Integer, Resource>>> tree;
    private final long address;
    private final Map<String, Integer> texts = new HashMap<>();
    private final List<Resource> ordered = new ArrayList<>();
    private ByteBuffer out;
    private int nextTable;
    private int nextData;

    Writing(
        TreeMap<Resource.Key, TreeMap<Resource.Key, TreeMap<Integer, Resource>>> tree,
        long address) {
      this.tree = tree;
      this.address = address;
    }

    byte[] bytes() {
      int tables = DIRECTORY + tree.size() * ENTRY;
      for (var names : tree.values()) {
        tables += DIRECTORY + names.size() * ENTRY;
        tables += names.values().stream().mapToInt(l -> DIRECTORY + l.size() * ENTRY).sum();
        names.values().forEach(languages -> ordered.addAll(languages.values()));
      }
      int end = tables + ordered.size() * DATA;
      List<Resource.Key> keys = new ArrayList<>(tree.keySet());
      tree.values().forEach(names -> keys.addAll(names.keySet()));
      for (Resource.Key key : keys) {
        if (!key.text().isEmpty() && texts.putIfAbsent(key.text(), end) == null) {
          end += 2 + 2 * key.text().length();
        }
      }
      List<Integer> places = new ArrayList<>();
      for (Resource resource : ordered) {
        end = (end + ALIGNMENT - 1) / ALIGNMENT * ALIGNMENT;
        places.add(end);
        end += resource.bytes().length;
      }
      out = ByteBuffer.allocate(end).order(ByteOrder.LITTLE_ENDIAN);
      nextData = tables;
      tables();
      for (int i = 0; i < ordered.size(); i++) {
        byte[] content = ordered.get(i).bytes();
        out.position(tables + i * DATA);
        out.putInt((int) (address + places.get(i))).putInt(content.length).putInt(0).putInt(0);
        out.put(places.get(i), content);
      }
      texts.forEach(
          (text, at) -> {
            out.putShort(at, (short) text.length());
            out.put(at + 2, text.getBytes(StandardCharsets.UTF_16LE));
          });
      return out.array();
    }

    private void tables() {
      nextTable = DIRECTORY + tree.size() * ENTRY;
      Map<Resource.Key, Integer> places = new TreeMap<>();
      tree.forEach(
          (type, names) -> {
            places.put(type, nextTable | FLAG);
            int at = nextTable;
            nextTable += DIRECTORY + names.size() * ENTRY;
            Map<Resource.Key, Integer> inner = new TreeMap<>();
            names.forEach(
                (name, languages) -> {
                  inner.put(name, nextTable | FLAG);
                  Map<Resource.Key, Integer> leaves = new TreeMap<>();
                  for (int language : languages.keySet()) {
                    leaves.put(Resource.Key.of(language), nextData);
                    nextData += DATA;
                  }
                  table(nextTable, leaves);
                  nextTable += DIRECTORY + languages.size() * ENTRY;
                });
            table(at, inner);
          });
      table(0, places);
    }

    private void table(int at, Map<Resource.Key, Integer> entries) {
      int named = (int) entries.keySet().stream().filter(k -> !k.text().isEmpty()).count();
      out.position(at + 12);
      out.putShort((short) named).putShort((short) (entries.size() - named));
      entries.forEach(
          (key, place) ->
              out.putInt(key.text().isEmpty() ? key.number() : texts.get(key.text()) | FLAG)
                  .putInt(place));
    }
  }
}
