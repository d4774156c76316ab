package org.ternhaven.tideclock;

import java.util.Set;
import java.util.TreeSet;
import javafx.animation.PauseTransition;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import javafx.util.Duration;

/** The window. With a number of seconds as its argument it tells what it showed, and ends. */
public class TideClock extends Application {
  @Override
  public void start(Stage stage) {
    Label title = new Label("High water at north-quay");
    title.setStyle("-fx-font-size: 24; -fx-text-fill: #12455f;");
    ProgressBar tide = new ProgressBar(0.7);
    tide.setPrefWidth(420);
    VBox box = new VBox(24, title, tide, new Label("in 1 h 12 min"), new Button("Tomorrow"));
    box.setAlignment(Pos.CENTER);
    box.setPadding(new Insets(32));
    Scene scene = new Scene(box, 640, 400);
    stage.setTitle("Tide clock of Ternhaven");
    stage.setScene(scene);
    stage.show();
    if (!getParameters().getRaw().isEmpty()) {
      Duration time = Duration.seconds(Double.parseDouble(getParameters().getRaw().get(0)));
      PauseTransition pause = new PauseTransition(time);
      pause.setOnFinished(e -> tell(scene));
      pause.play();
    }
  }

  private static void tell(Scene scene) {
    WritableImage image = scene.snapshot(null);
    Set<Integer> colours = new TreeSet<>();
    for (int x = 0; x < image.getWidth(); x++) {
      for (int y = 0; y < image.getHeight(); y++) {
        colours.add(image.getPixelReader().getArgb(x, y));
      }
    }
    System.out.println(
        "showed "
            + (int) image.getWidth()
            + "x"
            + (int) image.getHeight()
            + (colours.size() > 10 ? " in many colours" : " in one colour"));
    Platform.exit();
  }
}
