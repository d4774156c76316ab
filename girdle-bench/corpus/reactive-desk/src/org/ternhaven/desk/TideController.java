package org.ternhaven.desk;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import reactor.core.publisher.Flux;
import reactor.core.publisher.Mono;

@RestController
class TideController {
  private final Tides tides;

  TideController(Tides tides) {
    this.tides = tides;
  }

  @GetMapping("/tides")
  Flux<Tide> all() {
    return tides.findByLevelGreaterThanOrderById(1);
  }

  @PostMapping("/tides")
  Mono<String> store(@RequestBody Tide tide) {
    return tides.save(tide).map(t -> String.valueOf(t.id()));
  }
}
