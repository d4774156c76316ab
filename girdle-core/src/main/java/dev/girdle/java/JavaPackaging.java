package dev.girdle.java;

import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.Packaging;
import dev.girdle.fault.GirdleException;
import dev.girdle.java.bundle.FastStart;
import dev.girdle.java.bundle.RuntimeBundler;
import dev.girdle.java.bundle.RuntimeMemo;
import dev.girdle.java.bundle.RuntimeTrial;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.MainClasses;
import dev.girdle.java.layout.FolderLayout;
import dev.girdle.java.layout.MergedLayout;
import dev.girdle.java.layout.NestedLayout;
import dev.girdle.layout.Layout;
import dev.girdle.place.TemporaryFolder;
import java.io.IOException;

/** Lays one Java application out. */
final class JavaPackaging implements Packaging {
  private final MainClasses mainClasses;
  private final RuntimeMemo runtimes = new RuntimeMemo();

  JavaPackaging(ClassIndex index) {
    this.mainClasses = new MainClasses(index);
  }

  @Override
  public Layout layOut(LayoutRequest request) {
    try {
      Layout layout =
          switch (request.shape()) {
            case FOLDER, BARE, HOSTED -> new FolderLayout(request, mainClasses).layOut();
            case NESTED -> new NestedLayout(request, mainClasses).layOut();
            case MERGED -> new MergedLayout(request, mainClasses).layOut();
            case SYMBOLS -> throw new IllegalStateException("no native code leads");
          };
      boolean bringsRuntime = request.shape().isFolder() && request.runtime().isBundled();
      return bringsRuntime ? RuntimeBundler.addTo(layout, request, runtimes) : layout;
    } catch (IOException e) {
      // what is read says so by itself; all else is the writing of what has to be made
      throw GirdleException.because(e, () -> TemporaryFolder.noRoom(e));
    }
  }

  @Override
  public Layout prepareStart(Layout layout, LayoutRequest request) {
    return FastStart.addTo(RuntimeTrial.passed(layout, request, runtimes), request);
  }
}
