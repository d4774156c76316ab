package dev.girdle.plan;

/** What becomes of symbolic links in a folder that goes into the artifact. */
public enum LinkHandling {
  /**
   * Links that stay inside the folder stay links; what others lead to goes along in their place.
   */
  KEEP,
  /** There are no links in the artifact: what they lead to goes along in their place. */
  FOLLOW,
  /** Links that stay inside stay links; one that leads out is an error. */
  REFUSE
}
