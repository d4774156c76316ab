package org.ternhaven

import java.util.*

class Tides{
    fun high( level : Double ):Boolean{
      return level>4.0
    }
    val gauges = listOf( "north","south" )
}
