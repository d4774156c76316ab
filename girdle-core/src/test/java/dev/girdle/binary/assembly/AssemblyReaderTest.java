package dev.girdle.binary.assembly;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.binary.AssemblyHead;
import dev.girdle.binary.DamagedCodeException;
import dev.girdle.binary.NativeCode;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Assemblies as a compiler writes them, and those of Mono. */
class AssemblyReaderTest {
  private static final Path COMPILER = Path.of("/usr/bin/mcs");
  private static final Path MONO = Path.of("/usr/lib/mono");

  @TempDir Path dir;

  private Path compiled() throws Exception {
    Assumptions.assumeTrue(Files.exists(COMPILER), "skipped: needs Mono's compiler mcs");
    Files.writeString(
        dir.resolve("tide.cs"),
        """
        using System;
        using System.Runtime.InteropServices;
        [assembly: System.Reflection.AssemblyVersion("2.5.0.7")]
        [assembly: System.Runtime.Versioning.TargetFramework(".NETFramework,Version=v4.5")]
        class Tide {
          [DllImport("libtide")] static extern int Height(int hour);
          [DllImport("kernel32.dll")] static extern int Beep(int a, int b);
          static void Main() { Console.WriteLine("levels/Übung-01.lvl"); var x = new System.Xml.XmlDocument(); }
        }
        """);
    Process process =
        new ProcessBuilder(
                COMPILER.toString(), "-r:System.Xml", "-out:Ternhaven.Tide.exe", "tide.cs")
            .directory(dir.toFile())
            .inheritIO()
            .start();
    assertThat(process.waitFor()).isZero();
    return dir.resolve("Ternhaven.Tide.exe");
  }

  @Test
  void whatAnAssemblySaysOfItself() throws Exception {
    Content content = FolderTree.content(compiled());
    Assembly read = AssemblyReader.read(content).orElseThrow();

    assertThat(read.name()).isEqualTo(new AssemblyName("Ternhaven.Tide", "2.5.0.7", ""));
    assertThat(read.references())
        .extracting(AssemblyName::name)
        .containsExactlyInAnyOrder("mscorlib", "System.Xml");
    assertThat(read.natives()).containsExactlyInAnyOrder("libtide", "kernel32.dll");
    assertThat(read.framework()).contains(".NETFramework,Version=v4.5");
    assertThat(read.canStart()).isTrue();
    assertThat(read.isPure()).isTrue();
    List<String> texts = new ArrayList<>();
    AssemblyReader.texts(content, texts::add);
    assertThat(texts).contains("levels/Übung-01.lvl");
    assertThat(NativeCode.of(content)).as("it is for any system").isEmpty();
  }

  @Test
  void damagedOnesAreToldOrRead() throws Exception {
    byte[] whole = Files.readAllBytes(compiled());
    Random random = new Random(7);
    int told = 0;
    for (int i = 0; i < 3000; i++) {
      byte[] bytes = whole.clone();
      for (int j = 0; j <= random.nextInt(6); j++) {
        bytes[0x80 + random.nextInt(bytes.length - 0x80)] = (byte) random.nextInt(256);
      }
      if (random.nextInt(10) == 0) {
        bytes = Arrays.copyOf(bytes, random.nextInt(bytes.length));
      }
      try {
        AssemblyReader.read(Content.of(bytes));
        AssemblyReader.texts(Content.of(bytes), text -> {});
        AssemblyHead.isForAnySystem(Arrays.copyOf(bytes, Math.min(4096, bytes.length)));
      } catch (DamagedCodeException e) {
        told++;
      }
    }
    assertThat(told).isPositive();
  }

  @Test
  void allAssembliesOfMonoAreRead() throws IOException {
    Assumptions.assumeTrue(Files.isDirectory(MONO), "skipped: needs Mono");
    int count = 0;
    try (Stream<Path> all = Files.walk(MONO)) {
      for (Path one : all.filter(f -> f.toString().endsWith(".dll")).toList()) {
        Assembly read = AssemblyReader.read(FolderTree.content(one)).orElseThrow();
        assertThat(read.name().name() + ".dll").isEqualTo(one.getFileName().toString());
        count++;
      }
    }
    assertThat(count).isPositive();
  }
}
