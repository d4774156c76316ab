package dev.girdle.java.runtime;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * The table by which a Java runtime finds a location in its image at once (OpenJDK, {@code
 * jdk.internal.jimage.ImageStringsReader} and {@code BasicImageReader.getLocationIndex}): the hash
 * of a name leads to a number that is the slot itself (negative), or the seed with which hashing
 * the name again leads to its slot (positive).
 */
final class ImageHash {
  private static final int MULTIPLIER = 0x01000193;
  private static final int POSITIVE = 0x7fffffff;
  private static final int MOST_SEEDS = 10_000_000;

  private final int[] redirect;
  private final int[] slots;

  private ImageHash(int[] redirect, int[] slots) {
    this.redirect = redirect;
    this.slots = slots;
  }

  /** For each hash, what leads to the slot. */
  int[] redirect() {
    return redirect;
  }

  /** For each slot, which of the names is there. */
  int[] slots() {
    return slots;
  }

  static int of(byte[] name, int seed) {
    int hash = seed;
    for (byte b : name) {
      hash = hash * MULTIPLIER ^ b & 0xff;
    }
    return hash & POSITIVE;
  }

  /** Finds a slot for each name, as many slots as there are names. */
  static ImageHash of(List<String> names) {
    int count = names.size();
    List<byte[]> bytes = names.stream().map(n -> n.getBytes(StandardCharsets.UTF_8)).toList();
    List<List<Integer>> buckets = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      buckets.add(null);
    }
    for (int i = 0; i < count; i++) {
      int hash = of(bytes.get(i), MULTIPLIER) % count;
      if (buckets.get(hash) == null) {
        buckets.set(hash, new ArrayList<>(2));
      }
      buckets.get(hash).add(i);
    }
    int[] redirect = new int[count];
    int[] slots = new int[count];
    Arrays.fill(slots, -1);
    List<Integer> full = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      if (buckets.get(i) != null) {
        full.add(i);
      }
    }
    // those that share a hash need seeds, which are easily found while most slots are free
    full.sort(Comparator.comparing((Integer b) -> -buckets.get(b).size()).thenComparing(b -> b));
    int free = 0;
    for (int bucket : full) {
      List<Integer> members = buckets.get(bucket);
      if (members.size() > 1) {
        redirect[bucket] = place(members, bytes, slots);
      } else {
        while (slots[free] >= 0) {
          free++;
        }
        slots[free] = members.get(0);
        redirect[bucket] = -1 - free;
      }
    }
    return new ImageHash(redirect, slots);
  }

  private static int place(List<Integer> members, List<byte[]> names, int[] slots) {
    int[] wanted = new int[members.size()];
    for (int seed = 1; seed < MOST_SEEDS; seed++) {
      int placed = 0;
      while (placed < wanted.length) {
        int slot = of(names.get(members.get(placed)), seed) % slots.length;
        if (slots[slot] >= 0) {
          break;
        }
        slots[slot] = members.get(placed);
        wanted[placed++] = slot;
      }
      if (placed == wanted.length) {
        return seed;
      }
      while (placed > 0) {
        slots[wanted[--placed]] = -1;
      }
    }
    throw new IllegalStateException("no seed separates the names of an image");
  }
}
