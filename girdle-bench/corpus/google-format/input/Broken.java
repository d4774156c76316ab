class Broken {
  void x( { }
}
