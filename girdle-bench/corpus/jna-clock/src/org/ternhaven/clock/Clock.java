package org.ternhaven.clock;

import com.sun.jna.Callback;
import com.sun.jna.Library;
import com.sun.jna.Memory;
import com.sun.jna.Native;
import com.sun.jna.Platform;
import com.sun.jna.Pointer;
import com.sun.jna.platform.linux.LibC;

public class Clock {
  public interface C extends Library {
    C IT = Native.load("c", C.class);

    int strlen(String text);

    interface Compare extends Callback {
      int compare(Pointer a, Pointer b);
    }

    void qsort(Pointer base, int count, int size, Compare compare);
  }

  public static void main(String[] args) {
    System.out.println("length " + C.IT.strlen("Ternhaven"));
    Memory numbers = new Memory(12);
    numbers.write(0, new int[] {3, 1, 2}, 0, 3);
    C.IT.qsort(numbers, 3, 4, (a, b) -> a.getInt(0) - b.getInt(0));
    int[] sorted = numbers.getIntArray(0, 3);
    System.out.println("sorted " + sorted[0] + " " + sorted[1] + " " + sorted[2]);
    System.out.println("linux " + Platform.isLinux());
    LibC.Sysinfo info = new LibC.Sysinfo();
    System.out.println("asked " + LibC.INSTANCE.sysinfo(info) + " " + (info.uptime.longValue() > 0));
  }
}
