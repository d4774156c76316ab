package org.ternhaven.load;

import static io.gatling.javaapi.core.CoreDsl.atOnceUsers;
import static io.gatling.javaapi.core.CoreDsl.jsonPath;
import static io.gatling.javaapi.core.CoreDsl.scenario;
import static io.gatling.javaapi.http.HttpDsl.http;
import static io.gatling.javaapi.http.HttpDsl.status;

import io.gatling.javaapi.core.Simulation;

/** Named by its class. */
public class Tides extends Simulation {
  public Tides() {
    setUp(
            scenario("tides")
                .repeat(2)
                .on(
                    io.gatling.javaapi.core.CoreDsl.exec(
                        http("tide").get("/tide").check(status().is(200), jsonPath("$.tide").is("4.2"))))
                .injectOpen(atOnceUsers(3)))
        .protocols(http.baseUrl(System.getProperty("desk")).disableWarmUp());
  }
}
