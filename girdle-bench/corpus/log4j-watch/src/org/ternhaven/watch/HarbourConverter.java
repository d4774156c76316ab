package org.ternhaven.watch;

import org.apache.logging.log4j.core.LogEvent;
import org.apache.logging.log4j.core.config.plugins.Plugin;
import org.apache.logging.log4j.core.pattern.ConverterKeys;
import org.apache.logging.log4j.core.pattern.LogEventPatternConverter;

@Plugin(name = "HarbourConverter", category = "Converter")
@ConverterKeys("harbour")
public final class HarbourConverter extends LogEventPatternConverter {
  private HarbourConverter() {
    super("harbour", "harbour");
  }

  public static HarbourConverter newInstance(String[] options) {
    return new HarbourConverter();
  }

  @Override
  public void format(LogEvent event, StringBuilder to) {
    to.append("HARBOUR");
  }
}
