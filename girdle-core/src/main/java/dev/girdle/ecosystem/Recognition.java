package dev.girdle.ecosystem;

/**
 * That something looks like an application of a language.
 *
 * @param certainty how sure it is
 * @param because what says so, a few words for the user: "it holds class files"
 */
public record Recognition(Certainty certainty, String because) {
  /** How sure it is, the surest first. */
  public enum Certainty {
    /** Its description names the language, or what it holds runs on nothing else. */
    CERTAIN,
    /** It holds code of the language, which others may hold as well. */
    LIKELY,
    /** It could be; nothing speaks for another language either. */
    POSSIBLE,
    /**
     * Something in it can be started, as in most folders; it is taken for one if nothing else is.
     */
    HARDLY
  }
}
