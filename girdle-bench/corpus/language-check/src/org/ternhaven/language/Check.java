package org.ternhaven.language;

import java.nio.file.Files;
import java.nio.file.Path;
import org.languagetool.JLanguageTool;
import org.languagetool.Language;
import org.languagetool.Languages;
import org.languagetool.rules.RuleMatch;

public class Check {
  public static void main(String[] args) throws Exception {
    for (Language language : Languages.get()) {
      System.out.println(language.getShortCodeWithCountryAndVariant());
    }
    JLanguageTool tool = new JLanguageTool(Languages.getLanguageForShortCode("en-GB"));
    for (RuleMatch match : tool.check(Files.readString(Path.of(args[0])))) {
      System.out.println(
          match.getFromPos()
              + " "
              + match.getRule().getId()
              + " "
              + match.getSuggestedReplacements().stream().limit(3).toList());
    }
  }
}
