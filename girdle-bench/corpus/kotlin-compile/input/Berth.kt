package org.ternhaven
class Berth(val name: java.lang.StringBuilder, val depth: Double) {
  fun isDeep() = depth > 3.0
  companion object { fun main(args: Array<String>) { System.out.println(Berth(java.lang.StringBuilder("n"), 4.0).isDeep()) } }
}
