package org.ternhaven.watch;

import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.apache.curator.framework.CuratorFramework;
import org.apache.curator.framework.CuratorFrameworkFactory;
import org.apache.curator.framework.recipes.cache.CuratorCache;
import org.apache.curator.framework.recipes.cache.CuratorCacheListener;
import org.apache.curator.framework.recipes.locks.InterProcessMutex;
import org.apache.curator.retry.ExponentialBackoffRetry;
import org.apache.zookeeper.server.NIOServerCnxnFactory;
import org.apache.zookeeper.server.ZooKeeperServer;

/** Watches who is at which berth. */
public class Watch {
  public static void main(String[] args) throws Exception {
    ZooKeeperServer server =
        new ZooKeeperServer(
            Files.createTempDirectory("data").toFile(), Files.createTempDirectory("log").toFile(), 2000);
    NIOServerCnxnFactory factory = new NIOServerCnxnFactory();
    factory.configure(new InetSocketAddress("127.0.0.1", 0), 10);
    factory.startup(server);
    CountDownLatch seen = new CountDownLatch(1);
    try (CuratorFramework client =
        CuratorFrameworkFactory.newClient(
            "127.0.0.1:" + factory.getLocalPort(), new ExponentialBackoffRetry(100, 3))) {
      client.start();
      client.create().forPath("/berths");
      try (CuratorCache cache = CuratorCache.build(client, "/berths")) {
        cache.listenable().addListener(
            CuratorCacheListener.builder()
                .forCreates(
                    node -> {
                      if (node.getPath().endsWith("3")) {
                        System.out.println("watched " + node.getPath());
                        seen.countDown();
                      }
                    })
                .build());
        cache.start();
        client.create().forPath("/berths/3", "Kittiwake".getBytes());
        seen.await(20, TimeUnit.SECONDS);
      }
      System.out.println("berth " + new String(client.getData().forPath("/berths/3")));
      InterProcessMutex mutex = new InterProcessMutex(client, "/lock");
      System.out.println(mutex.acquire(10, TimeUnit.SECONDS) ? "locked" : "not locked");
      mutex.release();
    }
    factory.shutdown();
    System.exit(0);
  }
}
