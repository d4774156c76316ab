package org.ternhaven.desk;

/** Which are free. */
public class Berths {
  String say(String number) {
    return "berth " + number + " is free";
  }
}
