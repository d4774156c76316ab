package org.ternhaven.letters;

import freemarker.template.Configuration;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.ResourceBundle;
import java.util.concurrent.Callable;
import org.apache.commons.text.StringSubstitutor;
import org.yaml.snakeyaml.Yaml;
import picocli.CommandLine;

@CommandLine.Command(
    name = "letters",
    mixinStandardHelpOptions = true,
    description = "Writes letters.",
    versionProvider = Letters.Release.class)
public class Letters implements Callable<Integer> {
  static class Release implements CommandLine.IVersionProvider {
    @Override
    public String[] getVersion() {
      return new String[] {"letters 1"};
    }
  }

  static class Languages implements CommandLine.ITypeConverter<Locale> {
    @Override
    public Locale convert(String text) {
      return Locale.forLanguageTag(text);
    }
  }

  @CommandLine.Option(names = "--language", defaultValue = "en", converter = Languages.class)
  Locale language;

  @CommandLine.Option(names = "--upper")
  boolean upper;

  @CommandLine.Parameters(arity = "1")
  Path file;

  @Override
  public Integer call() throws Exception {
    Map<String, Object> data = new HashMap<>();
    Map<String, Object> read = new Yaml().load(Files.readString(file));
    data.putAll(read);
    data.put("texts", ResourceBundle.getBundle("texts/letter", language));
    data.put("greeting", StringSubstitutor.replace("To ${ship}", read));
    Configuration configuration = new Configuration(Configuration.VERSION_2_3_33);
    configuration.setClassForTemplateLoading(Letters.class, "templates");
    configuration.setLocale(language);
    StringWriter letter = new StringWriter();
    configuration.getTemplate("letter.ftl").process(data, letter);
    String text = letter.toString();
    System.out.println(upper ? text.toUpperCase(Locale.ROOT) : text);
    return 0;
  }

  public static void main(String[] args) {
    System.exit(new CommandLine(new Letters()).execute(args));
  }
}
