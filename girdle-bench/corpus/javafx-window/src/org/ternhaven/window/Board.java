package org.ternhaven.window;

import javafx.application.Application;
import javafx.application.Platform;
import javafx.fxml.FXMLLoader;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.stage.Stage;

/** The berth board. */
public class Board extends Application {
  @Override
  public void start(Stage stage) throws Exception {
    FXMLLoader loader = new FXMLLoader(Board.class.getResource("board.fxml"));
    Parent root = loader.load();
    Scene scene = new Scene(root, 320, 200);
    scene.getStylesheets().add(Board.class.getResource("/style/board.css").toExternalForm());
    stage.setTitle("Harbour");
    stage.setScene(scene);
    stage.show();
    root.applyCss();
    Label label = (Label) root.lookup("#berth");
    System.out.println("label " + label.getText());
    System.out.println("colour " + label.getTextFill());
    ((Button) root.lookup("#press")).fire();
    BoardControl control = loader.getController();
    System.out.println("pressed " + control.pressed());
    System.out.println("title " + stage.getTitle());
    Platform.exit();
  }
}
