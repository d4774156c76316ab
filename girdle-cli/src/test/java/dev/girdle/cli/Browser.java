package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.place.Folders;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.logging.Level;
import org.openqa.selenium.Dimension;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.logging.LogType;
import org.openqa.selenium.logging.LoggingPreferences;

/** A browser without a window, which looks at one page after the other. */
final class Browser implements AutoCloseable {
  private static final Path CHROMIUM = Path.of("/usr/bin/chromium");
  private static final Path DRIVER = Path.of("/usr/bin/chromedriver");

  private final ChromeDriver driver;
  private final Path profile;

  private Browser(ChromeDriver driver, Path profile) {
    this.driver = driver;
    this.profile = profile;
  }

  static boolean isThere() {
    return Files.isExecutable(CHROMIUM) && Files.isExecutable(DRIVER);
  }

  static Browser start() throws IOException {
    Path profile = Files.createTempDirectory("browser");
    LoggingPreferences logs = new LoggingPreferences();
    logs.enable(LogType.BROWSER, Level.ALL);
    ChromeOptions options = new ChromeOptions();
    options.setBinary(CHROMIUM.toFile());
    options.addArguments(
        "--headless",
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        "--disable-dev-shm-usage",
        "--user-data-dir=" + profile);
    options.setCapability("goog:loggingPrefs", logs);
    ChromeDriverService service =
        new ChromeDriverService.Builder().usingDriverExecutable(DRIVER.toFile()).build();
    ChromeDriver driver = new ChromeDriver(service, options);
    driver.executeCdpCommand(
        "Emulation.setDeviceMetricsOverride",
        Map.of("width", 1280, "height", 800, "deviceScaleFactor", 1, "mobile", false));
    driver.manage().window().setSize(new Dimension(1280, 800));
    return new Browser(driver, profile);
  }

  Browser open(Path page, String hash) {
    driver.get("about:blank");
    driver.get(page.toUri() + hash);
    assertThat(complaints()).isEmpty();
    return this;
  }

  /** What the page wrote to its console: errors, refused scripts, refused requests. */
  List<String> complaints() {
    return driver.manage().logs().get(LogType.BROWSER).getAll().stream()
        .map(e -> e.getLevel() + " " + e.getMessage())
        .toList();
  }

  /** The value of an expression. */
  Object value(String script, Object... arguments) {
    return driver.executeScript("return " + script, arguments);
  }

  String text(String script, Object... arguments) {
    return String.valueOf(value(script, arguments));
  }

  long number(String script, Object... arguments) {
    return ((Number) value(script, arguments)).longValue();
  }

  /** Waits until an expression is true, a few seconds at most. */
  void await(String condition) {
    for (int i = 0; i < 100 && !Boolean.TRUE.equals(value(condition)); i++) {
      try {
        Thread.sleep(50);
      } catch (InterruptedException e) {
        throw new AssertionError(e);
      }
    }
    assertThat(value(condition)).as(condition).isEqualTo(true);
  }

  Browser press(CharSequence... keys) {
    new Actions(driver).sendKeys(keys).perform();
    return this;
  }

  /** A click in the middle of what a selector of CSS finds first. */
  Browser click(String selector) {
    driver.findElement(org.openqa.selenium.By.cssSelector(selector)).click();
    return this;
  }

  Browser media(String feature, String value) {
    driver.executeCdpCommand(
        "Emulation.setEmulatedMedia",
        Map.of("features", List.of(Map.of("name", feature, "value", value))));
    return this;
  }

  /** The page on paper, in base64. */
  String paper() {
    return String.valueOf(
        driver
            .executeCdpCommand(
                "Page.printToPDF", Map.of("printBackground", true, "preferCSSPageSize", true))
            .get("data"));
  }

  @Override
  public void close() {
    driver.quit();
    try {
      Folders.delete(profile);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
