public class Harbour {
  public static void moor(String ship) {
    System.out.println("moored " + ship);
  }

  public static void main(String[] args) {
    moor("Kittiwake");
  }
}
