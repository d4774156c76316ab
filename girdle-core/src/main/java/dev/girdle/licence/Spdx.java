package dev.girdle.licence;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * Recognises widespread licences by what people call them, by their address, or by their text, and
 * tells their identifiers (SPDX License List 3).
 */
public final class Spdx {
  private static final int HEAD = 6000;

  /** Identifiers by something that their names and addresses contain, the more exact first. */
  private static final Map<String, String> BY_NAME = new LinkedHashMap<>();

  /** Identifiers by sentences of their texts, of which all have to be there. */
  private static final Map<List<String>, String> BY_TEXT = new LinkedHashMap<>();

  static {
    BY_NAME.put("apache-2", "Apache-2.0");
    BY_NAME.put("apache 2", "Apache-2.0");
    BY_NAME.put("apache license 2", "Apache-2.0");
    BY_NAME.put("apache software license 2", "Apache-2.0");
    BY_NAME.put("apache license version 2", "Apache-2.0");
    BY_NAME.put("apache software license version 2", "Apache-2.0");
    BY_NAME.put("apache.org/licenses/license-2.0", "Apache-2.0");
    BY_NAME.put("apl 2", "Apache-2.0");
    BY_NAME.put("asl 2", "Apache-2.0");
    BY_NAME.put("lgpl-3", "LGPL-3.0-only");
    BY_NAME.put("lgpl-2.1", "LGPL-2.1-only");
    BY_NAME.put("lesser general public license version 3", "LGPL-3.0-only");
    BY_NAME.put("lesser general public license v3", "LGPL-3.0-only");
    BY_NAME.put("lesser general public license version 2.1", "LGPL-2.1-only");
    BY_NAME.put("lesser general public license v2.1", "LGPL-2.1-only");
    BY_NAME.put("licenses/lgpl-2.1", "LGPL-2.1-only");
    BY_NAME.put("licenses/old-licenses/lgpl-2.1", "LGPL-2.1-only");
    BY_NAME.put("gpl2 w/ cpe", "GPL-2.0-only WITH Classpath-exception-2.0");
    BY_NAME.put("gpl-2.0-with-classpath", "GPL-2.0-only WITH Classpath-exception-2.0");
    BY_NAME.put("gplv2+ce", "GPL-2.0-only WITH Classpath-exception-2.0");
    BY_NAME.put("classpath exception", "GPL-2.0-only WITH Classpath-exception-2.0");
    BY_NAME.put("gnu general public license version 3", "GPL-3.0-only");
    BY_NAME.put("gnu general public license version 2", "GPL-2.0-only");
    BY_NAME.put("epl-2", "EPL-2.0");
    BY_NAME.put("epl 2", "EPL-2.0");
    BY_NAME.put("eclipse public license 2", "EPL-2.0");
    BY_NAME.put("eclipse public license v2", "EPL-2.0");
    BY_NAME.put("eclipse public license v. 2", "EPL-2.0");
    BY_NAME.put("eclipse public license version 2", "EPL-2.0");
    BY_NAME.put("epl-1", "EPL-1.0");
    BY_NAME.put("epl 1", "EPL-1.0");
    BY_NAME.put("eclipse public license 1", "EPL-1.0");
    BY_NAME.put("eclipse public license v1", "EPL-1.0");
    BY_NAME.put("eclipse public license v 1", "EPL-1.0");
    BY_NAME.put("eclipse public license version 1", "EPL-1.0");
    BY_NAME.put("edl 1", "BSD-3-Clause");
    BY_NAME.put("eclipse distribution license", "BSD-3-Clause");
    BY_NAME.put("cddl-1.1", "CDDL-1.1");
    BY_NAME.put("cddl 1.1", "CDDL-1.1");
    BY_NAME.put("cddl 1", "CDDL-1.0");
    BY_NAME.put("mpl-2", "MPL-2.0");
    BY_NAME.put("mpl 2", "MPL-2.0");
    BY_NAME.put("mozilla public license version 2", "MPL-2.0");
    BY_NAME.put("mozilla public license 2", "MPL-2.0");
    BY_NAME.put("mozilla public license version 1.1", "MPL-1.1");
    BY_NAME.put("bsd-3-clause", "BSD-3-Clause");
    BY_NAME.put("license/bsd-3", "BSD-3-Clause");
    BY_NAME.put("license/bsd-2", "BSD-2-Clause");
    BY_NAME.put("bsd 3-clause", "BSD-3-Clause");
    BY_NAME.put("3-clause bsd", "BSD-3-Clause");
    BY_NAME.put("new bsd", "BSD-3-Clause");
    BY_NAME.put("revised bsd", "BSD-3-Clause");
    BY_NAME.put("modified bsd", "BSD-3-Clause");
    BY_NAME.put("bsd-2-clause", "BSD-2-Clause");
    BY_NAME.put("bsd 2-clause", "BSD-2-Clause");
    BY_NAME.put("2-clause bsd", "BSD-2-Clause");
    BY_NAME.put("simplified bsd", "BSD-2-Clause");
    BY_NAME.put("mit-0", "MIT-0");
    BY_NAME.put("mit license", "MIT");
    BY_NAME.put("licenses/mit", "MIT");
    BY_NAME.put("license/mit", "MIT");
    BY_NAME.put("isc license", "ISC");
    BY_NAME.put("cc0", "CC0-1.0");
    BY_NAME.put("unlicense", "Unlicense");

    BY_TEXT.put(List.of("apache license", "version 2.0, january 2004"), "Apache-2.0");
    BY_TEXT.put(List.of("eclipse public license - v 2.0"), "EPL-2.0");
    BY_TEXT.put(List.of("eclipse public license - v 1.0"), "EPL-1.0");
    BY_TEXT.put(List.of("mozilla public license", "version 2.0"), "MPL-2.0");
    BY_TEXT.put(
        List.of("gnu lesser general public license", "version 3, 29 june"), "LGPL-3.0-only");
    BY_TEXT.put(
        List.of("gnu lesser general public license", "version 2.1, february"), "LGPL-2.1-only");
    BY_TEXT.put(List.of("gnu general public license", "version 3, 29 june"), "GPL-3.0-only");
    BY_TEXT.put(List.of("gnu general public license", "version 2, june 1991"), "GPL-2.0-only");
    BY_TEXT.put(
        List.of("redistribution and use in source and binary forms", "neither the name"),
        "BSD-3-Clause");
    BY_TEXT.put(List.of("redistribution and use in source and binary forms"), "BSD-2-Clause");
    BY_TEXT.put(List.of("permission is hereby granted, free of charge"), "MIT");
    BY_TEXT.put(List.of("permission to use, copy, modify, and/or distribute"), "ISC");
  }

  private static final Pattern OR_LATER =
      Pattern.compile("or[ -](?:any |\\(?at your option\\)? any )?(?:later|newer)|\\d\\+");

  private Spdx() {}

  /**
   * The licences that a name or address means.
   *
   * @param text as makers write it: a name, an address, an identifier
   * @return an identifier, or an expression of several, where they are known; else the text itself,
   *     in one line; never empty
   */
  public static String of(String text) {
    String line = text.strip().replaceAll("\\s+", " ");
    String plain =
        line.toLowerCase(Locale.ROOT)
            .replace("licence", "license")
            .replace(",", "")
            .replace("(the)", "")
            .replace("(", "")
            .replace(")", "");
    Optional<String> expression = SpdxExpression.of(line);
    if (expression.isPresent()) {
      return expression.get();
    }
    boolean later = OR_LATER.matcher(plain).find();
    return BY_NAME.entrySet().stream()
        .filter(e -> plain.contains(e.getKey()))
        .map(Map.Entry::getValue)
        .map(i -> later && i.endsWith("-only") ? i.replaceFirst("-only$", "-or-later") : i)
        .findFirst()
        .orElse(line);
  }

  /**
   * The licence that a text is.
   *
   * @param text the beginning of it will do
   * @return its identifier; empty if the text is of no licence that is known here
   */
  public static Optional<String> ofText(String text) {
    String plain =
        text.substring(0, Math.min(HEAD, text.length()))
            .toLowerCase(Locale.ROOT)
            .replaceAll("[\\s*#]+", " ");
    return BY_TEXT.entrySet().stream()
        .filter(e -> e.getKey().stream().allMatch(plain::contains))
        .map(Map.Entry::getValue)
        .findFirst();
  }

  /**
   * Whether a text is an identifier that is known here.
   *
   * @param text any text
   * @return false also for expressions of several identifiers
   */
  public static boolean isIdentifier(String text) {
    return SpdxExpression.identifier(text).filter(text::equals).isPresent();
  }

  /**
   * Whether a text is an expression of several known identifiers, as {@link #of} gives them.
   *
   * @param text any text
   * @return false for a single identifier
   */
  public static boolean isExpression(String text) {
    return text.indexOf(' ') > 0 && SpdxExpression.of(text).filter(text::equals).isPresent();
  }
}
