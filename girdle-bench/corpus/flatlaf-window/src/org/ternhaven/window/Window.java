package org.ternhaven.window;

import com.formdev.flatlaf.FlatDarkLaf;
import com.formdev.flatlaf.extras.FlatSVGIcon;
import java.awt.image.BufferedImage;
import javax.swing.JButton;
import javax.swing.JFrame;
import javax.swing.JLabel;
import javax.swing.JTable;
import javax.swing.SwingUtilities;
import javax.swing.UIManager;
import net.miginfocom.swing.MigLayout;

public class Window {
  public static void main(String[] args) throws Exception {
    SwingUtilities.invokeAndWait(
        () -> {
          FlatDarkLaf.setup();
          System.out.println(UIManager.getLookAndFeel().getName());
          JFrame frame = new JFrame("Tides");
          frame.setLayout(new MigLayout("wrap 2", "[][grow]"));
          FlatSVGIcon icon = new FlatSVGIcon("icons/tide.svg", 16, 16);
          frame.add(new JLabel("Quay", icon, JLabel.LEADING));
          JButton button = new JButton("Ask");
          frame.add(button);
          frame.add(new JTable(new Object[][] {{"north", 4.2}}, new Object[] {"quay", "level"}), "span");
          frame.pack();
          frame.setVisible(true);
          BufferedImage image = new BufferedImage(16, 16, BufferedImage.TYPE_INT_ARGB);
          icon.paintIcon(frame, image.getGraphics(), 0, 0);
          System.out.println("icon " + icon.getIconWidth() + " " + (image.getRGB(8, 8) != 0));
          System.out.println("button " + button.getPreferredSize().height);
          System.out.println(UIManager.getColor("Panel.background"));
          frame.dispose();
        });
    System.exit(0);
  }
}
