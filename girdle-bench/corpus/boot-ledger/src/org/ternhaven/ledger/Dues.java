package org.ternhaven.ledger;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface Dues extends JpaRepository<Due, Long> {
  List<Due> findByShip(String ship);

  @Query("select sum(d.amount) from Due d")
  double total();
}
