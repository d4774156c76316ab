package dev.girdle.python.pack;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Where a dependency is needed (PyPA specifications, "Dependency specifiers", "Environment
 * markers").
 */
public final class Marker {
  private static final Pattern TOKEN =
      Pattern.compile(
          "\\s*(?:(\\(|\\))|'([^']*)'|\"([^\"]*)\"|(===|==|~=|!=|<=|>=|<|>)|([A-Za-z_][\\w.]*))");
  private static final String TEXT = "'";

  private final List<String> tokens;
  private final boolean isReadable;

  private Marker(List<String> tokens, boolean isReadable) {
    this.tokens = List.copyOf(tokens);
    this.isReadable = isReadable;
  }

  static Marker of(String text) {
    List<String> tokens = new ArrayList<>();
    Matcher matcher = TOKEN.matcher(text);
    int at = 0;
    while (at < text.length() && matcher.find(at) && matcher.start() == at) {
      String quoted = matcher.group(2) != null ? matcher.group(2) : matcher.group(3);
      tokens.add(quoted != null ? TEXT + quoted : matcher.group().strip());
      at = matcher.end();
    }
    return new Marker(tokens, text.substring(at).isBlank());
  }

  /**
   * Whether it is needed only with an extra.
   *
   * @return true if the marker speaks of extras
   */
  public boolean isForExtra() {
    return tokens.contains("extra");
  }

  /**
   * Whether it holds in an environment.
   *
   * @param environment values of variables, such as {@code sys_platform}; a comparison with one
   *     that is not there holds
   * @return true also if it cannot be read
   */
  public boolean holds(Map<String, String> environment) {
    return tokens.isEmpty() || !isReadable || new Reading(environment).any();
  }

  /** Reads the tokens once, from the first to the last. */
  private final class Reading {
    private final Map<String, String> environment;
    private int at;

    Reading(Map<String, String> environment) {
      this.environment = environment;
    }

    private String next() {
      return at < tokens.size() ? tokens.get(at) : "";
    }

    boolean any() {
      boolean holds = all();
      while (next().equals("or")) {
        at++;
        holds |= all();
      }
      return holds;
    }

    private boolean all() {
      boolean holds = one();
      while (next().equals("and")) {
        at++;
        holds &= one();
      }
      return holds;
    }

    private boolean one() {
      if (next().equals("(")) {
        at++;
        boolean holds = any();
        at++;
        return holds;
      }
      String left = next();
      at++;
      String sign = next();
      at++;
      if (sign.equals("not")) {
        sign = "not in";
        at++;
      }
      String right = next();
      at++;
      String a = value(left);
      String b = value(right);
      return a == null || b == null || compare(a, sign, b, isRelease(left) || isRelease(right));
    }

    private String value(String token) {
      return token.startsWith(TEXT) ? token.substring(1) : environment.get(token);
    }

    private static boolean isRelease(String token) {
      return token.endsWith("_version") && !token.startsWith(TEXT);
    }
  }

  private static boolean compare(String a, String sign, String b, boolean isRelease) {
    int order = isRelease ? PythonRelease.compare(a, b) : a.compareTo(b);
    return switch (sign) {
      case "==", "===" -> isRelease && b.endsWith(".*") ? isOf(a, b) : order == 0;
      case "!=" -> isRelease && b.endsWith(".*") ? !isOf(a, b) : order != 0;
      case "<" -> order < 0;
      case "<=" -> order <= 0;
      case ">" -> order > 0;
      case ">=" -> order >= 0;
      case "~=" -> order >= 0;
      case "in" -> b.contains(a);
      case "not in" -> !b.contains(a);
      default -> true;
    };
  }

  private static boolean isOf(String release, String line) {
    String begin = line.substring(0, line.length() - 1);
    return (release + ".").startsWith(begin);
  }
}
