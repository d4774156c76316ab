public aspect Log {
  before(String ship) : execution(void Harbour.moor(String)) && args(ship) {
    System.out.println("before moor " + ship);
  }
}
