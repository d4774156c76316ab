Feature: tides

Background:
  * url karate.properties['desk']

Scenario: all are told
  Given path 'tides'
  When method get
  Then status 200
  And match response.tides == '#[2]'
  And match each response.tides contains { height: '#number' }

Scenario: by a script
  Given path 'tides'
  When method get
  * def highest = karate.map(response.tides, function(t){ return t.height }).sort((a, b) => b - a)[0]
  * match highest == 4.2
