package org.ternhaven.window;

import org.eclipse.jface.resource.ImageDescriptor;
import org.eclipse.jface.viewers.ArrayContentProvider;
import org.eclipse.jface.viewers.LabelProvider;
import org.eclipse.jface.viewers.TableViewer;
import org.eclipse.swt.SWT;
import org.eclipse.swt.graphics.Image;
import org.eclipse.swt.layout.FillLayout;
import org.eclipse.swt.widgets.Display;
import org.eclipse.swt.widgets.Shell;

/** A window with the ships of the day. */
public class Window {
  record Ship(String name, int berth) {}

  public static void main(String[] args) {
    Display display = new Display();
    Shell shell = new Shell(display);
    shell.setText("Ships");
    shell.setLayout(new FillLayout());
    TableViewer viewer = new TableViewer(shell, SWT.BORDER);
    viewer.setContentProvider(ArrayContentProvider.getInstance());
    viewer.setLabelProvider(
        new LabelProvider() {
          @Override
          public String getText(Object o) {
            return ((Ship) o).name();
          }
        });
    viewer.setInput(new Ship[] {new Ship("Tern", 1), new Ship("Skua", 2)});
    Image picture =
        ImageDescriptor.createFromURL(Window.class.getResource("flag.png")).createImage(display);
    shell.setImage(picture);
    shell.pack();
    shell.open();
    System.out.println("text " + shell.getText());
    System.out.println("rows " + viewer.getTable().getItemCount());
    System.out.println("toolkit " + SWT.getPlatform());
    System.out.println("picture " + picture.getBounds().width);
    picture.dispose();
    display.dispose();
  }
}
