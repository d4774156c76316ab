package org.ternhaven.desk;

import org.springframework.data.repository.reactive.ReactiveCrudRepository;
import reactor.core.publisher.Flux;

public interface Tides extends ReactiveCrudRepository<Tide, Long> {
  Flux<Tide> findByLevelGreaterThanOrderById(double level);
}
