package org.ternhaven

import java.util.*

class Tides {
    fun high(level: Double): Boolean {
        return level > 4.3
    }
    private fun never() = 1
    fun swallow() {
        try {
            high(2.0)
        } catch (e: Exception) {
        }
    }
}
