package org.ternhaven.desk;

import java.io.IOException;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** Answers questions about berths. Found by its annotation only. */
@RestController
class BerthController {
  private final Berths berths;

  BerthController(Berths berths) {
    this.berths = berths;
  }

  @GetMapping("/berths")
  List<Berth> all() throws IOException {
    return berths.all();
  }

  @GetMapping("/berths/{name}")
  Berth one(@PathVariable("name") String name) throws IOException {
    return berths.all().stream().filter(b -> b.name().equals(name)).findFirst().orElseThrow();
  }
}
