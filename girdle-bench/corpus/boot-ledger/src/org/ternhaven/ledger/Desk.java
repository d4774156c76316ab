package org.ternhaven.ledger;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

@RestController
public class Desk {
  private final Dues dues;

  Desk(Dues dues) {
    this.dues = dues;
  }

  @GetMapping("/dues/{ship}")
  List<Due> dues(@PathVariable("ship") String ship) {
    return dues.findByShip(ship);
  }
}
