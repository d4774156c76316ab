package dev.girdle.image;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import java.util.Map;

/**
 * How an image is run, and what its layers are before they are compressed (OCI Image Format
 * Specification 1.1, "Image Configuration").
 *
 * @param created when it was made, as RFC 3339 has it; null if it does not say
 * @param architecture as Go calls it
 * @param os {@code linux}
 * @param config how it is run; null for nothing said
 * @param rootfs its layers
 * @param history how each layer came about; null if it does not say
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record ImageConfig(
    String created, String architecture, String os, Run config, Root rootfs, List<Step> history) {

  /**
   * How it is run.
   *
   * @param user numbers or names, {@code USER:GROUP}
   * @param ports ports that it listens on: {@code 8080/tcp}
   * @param environment {@code NAME=VALUE}
   * @param entrypoint the program and its first arguments
   * @param arguments the arguments where the user gives none
   * @param volumes folders that it writes what has to stay to
   * @param folder where it is started
   * @param labels more about it
   * @param stopSignal what asks it to end
   * @param health how to ask whether it is well (not in the specification, which leaves it to
   *     others; Docker Engine API, {@code HealthConfig})
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Run(
      @JsonProperty("User") String user,
      @JsonProperty("ExposedPorts") Map<String, Map<String, String>> ports,
      @JsonProperty("Env") List<String> environment,
      @JsonProperty("Entrypoint") List<String> entrypoint,
      @JsonProperty("Cmd") List<String> arguments,
      @JsonProperty("Volumes") Map<String, Map<String, String>> volumes,
      @JsonProperty("WorkingDir") String folder,
      @JsonProperty("Labels") Map<String, String> labels,
      @JsonProperty("StopSignal") String stopSignal,
      @JsonProperty("Healthcheck") Health health) {}

  /**
   * How to ask whether it is well.
   *
   * @param test {@code CMD}, and the program with its arguments
   * @param interval nanoseconds between two questions; null for what is usual
   * @param timeout nanoseconds after which no answer is a bad one; null for what is usual
   * @param retries how many bad answers in a row count; null for what is usual
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Health(
      @JsonProperty("Test") List<String> test,
      @JsonProperty("Interval") Long interval,
      @JsonProperty("Timeout") Long timeout,
      @JsonProperty("Retries") Integer retries) {}

  /**
   * The layers.
   *
   * @param type {@code layers}
   * @param diffIds the digests of the layers that are not compressed, the lowest first
   */
  public record Root(String type, @JsonProperty("diff_ids") List<String> diffIds) {
    /** Copies the list. */
    public Root {
      diffIds = diffIds == null ? List.of() : List.copyOf(diffIds);
    }
  }

  /**
   * How a layer came about.
   *
   * @param created when; null if it does not say
   * @param by by what
   * @param comment for people; null for none
   * @param isEmpty whether it made no layer; null if it did
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Step(
      String created,
      @JsonProperty("created_by") String by,
      String comment,
      @JsonProperty("empty_layer") Boolean isEmpty) {}
}
