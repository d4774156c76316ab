package org.ternhaven.run;

import static org.assertj.core.api.Assertions.assertThat;

import io.cucumber.java.Before;
import io.cucumber.java.en.Given;
import io.cucumber.java.en.Then;
import io.cucumber.java.en.When;
import java.util.ArrayList;
import java.util.List;

public class Steps {
  private int berths;
  private final List<String> ships = new ArrayList<>();

  @Before
  public void clear() {
    System.out.println("a new day");
  }

  @Given("a harbour with {int} berths")
  public void harbour(int berths) {
    this.berths = berths;
  }

  @When("{string} arrives")
  public void arrives(String ship) {
    ships.add(ship);
  }

  @Then("{int} berths are free")
  public void free(int free) {
    assertThat(berths - ships.size()).isEqualTo(free);
  }
}
