package org.ternhaven.window;

import javafx.fxml.FXML;
import javafx.scene.control.Label;

/** What happens on the board. */
public class BoardControl {
  @FXML private Label berth;
  private int pressed;

  @FXML
  private void initialize() {
    berth.setText("Berth 4");
  }

  @FXML
  private void press() {
    pressed++;
  }

  int pressed() {
    return pressed;
  }
}
