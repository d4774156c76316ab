package org.ternhaven.frame;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.InputStream;
import java.nio.file.Files;
import java.util.Hashtable;
import java.util.Map;
import java.util.ServiceLoader;
import java.util.jar.JarEntry;
import java.util.jar.JarOutputStream;
import java.util.jar.Manifest;
import org.osgi.framework.Bundle;
import org.osgi.framework.BundleActivator;
import org.osgi.framework.BundleContext;
import org.osgi.framework.ServiceReference;
import org.osgi.framework.launch.Framework;
import org.osgi.framework.launch.FrameworkFactory;

/** A frame for modules that come and go. */
public class Frame {
  public static class North implements BundleActivator {
    @Override
    public void start(BundleContext context) {
      context.registerService(String.class, "north", new Hashtable<>(Map.of("quay", "1")));
    }

    @Override
    public void stop(BundleContext context) {
      System.out.println("stopped");
    }
  }

  public static void main(String[] args) throws Exception {
    FrameworkFactory factory = ServiceLoader.load(FrameworkFactory.class).iterator().next();
    Framework framework =
        factory.newFramework(
            Map.of(
                "org.osgi.framework.storage", Files.createTempDirectory("modules").toString(),
                "org.osgi.framework.storage.clean", "onFirstInit",
                "felix.log.level", "1"));
    framework.start();
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Manifest manifest =
        new Manifest(
            new ByteArrayInputStream(
                """
                Manifest-Version: 1.0
                Bundle-ManifestVersion: 2
                Bundle-SymbolicName: org.ternhaven.north
                Bundle-Version: 1.0.0
                Bundle-Activator: org.ternhaven.frame.Frame$North
                Import-Package: org.osgi.framework

                """
                    .getBytes()));
    try (JarOutputStream jar = new JarOutputStream(bytes, manifest);
        InputStream code = Frame.class.getResourceAsStream("Frame$North.class")) {
      jar.putNextEntry(new JarEntry("org/ternhaven/frame/Frame$North.class"));
      code.transferTo(jar);
    }
    BundleContext context = framework.getBundleContext();
    Bundle north = context.installBundle("north", new ByteArrayInputStream(bytes.toByteArray()));
    north.start();
    System.out.println("state " + north.getState());
    for (ServiceReference<String> found : context.getServiceReferences(String.class, "(quay=1)")) {
      System.out.println("service " + context.getService(found));
    }
    framework.stop();
    framework.waitForStop(10000);
    System.exit(0);
  }
}
