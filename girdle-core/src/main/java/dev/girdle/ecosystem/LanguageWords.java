package dev.girdle.ecosystem;

/**
 * What a language calls its things, wherever users are told of them.
 *
 * @param unit one unit of code: "class"
 * @param units several of them: "classes"
 * @param nothingToStart why nothing can be started, if nothing is found
 * @param startAdvice what users can do then
 * @param supplyAdvice how users add what is missing, as the begin of a sentence
 * @param exampleOptions options for the runtime, as a draft of a plan shows them
 * @param examplePattern a pattern of code that is loaded by name, as a draft shows it
 */
public record LanguageWords(
    String unit,
    String units,
    String nothingToStart,
    String startAdvice,
    String supplyAdvice,
    String exampleOptions,
    String examplePattern) {
  /**
   * A number of units of code.
   *
   * @param number how many
   * @return for example {@code 1 class}
   */
  public String count(int number) {
    return number + " " + (number == 1 ? unit : units);
  }
}
