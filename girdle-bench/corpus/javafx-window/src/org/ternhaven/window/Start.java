package org.ternhaven.window;

import javafx.application.Application;

/** Starts the window; Java does not want the main class itself to be the application. */
public class Start {
  public static void main(String[] args) {
    Application.launch(Board.class, args);
  }
}
