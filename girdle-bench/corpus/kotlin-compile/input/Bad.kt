package org.ternhaven
fun depth(): Int = "four"
fun other() = nowhere()
