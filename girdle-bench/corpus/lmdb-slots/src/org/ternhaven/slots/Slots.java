package org.ternhaven.slots;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.io.File;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import org.lmdbjava.CursorIterable;
import org.lmdbjava.Dbi;
import org.lmdbjava.DbiFlags;
import org.lmdbjava.Env;
import org.lmdbjava.Meta;
import org.lmdbjava.Txn;

public final class Slots {
  public static void main(String[] args) throws Exception {
    File folder = Files.createTempDirectory("slots").toFile();
    try (Env<ByteBuffer> env = Env.create().setMapSize(1 << 20).setMaxDbs(1).open(folder)) {
      Dbi<ByteBuffer> db = env.openDbi("berths", DbiFlags.MDB_CREATE);
      db.put(of("7"), of("Kittiwake"));
      db.put(of("9"), of("Dunlin"));
      try (Txn<ByteBuffer> txn = env.txnRead();
          CursorIterable<ByteBuffer> all = db.iterate(txn)) {
        for (CursorIterable.KeyVal<ByteBuffer> kv : all) {
          System.out.println(UTF_8.decode(kv.key()) + " " + UTF_8.decode(kv.val()));
        }
      }
      System.out.println("version " + Meta.version().major);
    }
    try (var files = Files.list(folder.toPath())) {
      for (Path p : files.toList()) {
        Files.delete(p);
      }
    }
    Files.delete(folder.toPath());
  }

  private static ByteBuffer of(String text) {
    ByteBuffer bytes = ByteBuffer.allocateDirect(64);
    return bytes.put(text.getBytes(UTF_8)).flip();
  }
}
