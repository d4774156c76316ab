Feature: Berths
  Scenario: a ship finds a berth
    Given a harbour with 2 berths
    When "Kittiwake" arrives
    Then 1 berths are free

  Scenario: too many
    Given a harbour with 1 berths
    When "Kittiwake" arrives
    And "Grey Heron" arrives
    Then 3 berths are free
