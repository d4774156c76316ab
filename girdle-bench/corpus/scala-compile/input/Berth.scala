package org.ternhaven
case class Berth(name: String, depth: Double)
object Berths { def deep(all: Seq[Berth]): Seq[String] = for (b <- all if b.depth > 3) yield s"${b.name}!" }
