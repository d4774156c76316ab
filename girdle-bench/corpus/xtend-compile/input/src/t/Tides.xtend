package t

class Tides {
  val levels = #{'north' -> 4.2, 'south' -> 2.5}
  def mean() { levels.values.reduce[a, b| a + b] / levels.size }
  def text() '''
    «FOR l : levels.entrySet»
      «l.key»: «l.value»
    «ENDFOR»
  '''
}
