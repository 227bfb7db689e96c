package org.mendak.server.browser;

import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.logging.Level;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.logging.LogType;
import org.openqa.selenium.logging.LoggingPreferences;
import tools.jackson.databind.JsonNode;

/**
 * Debian's Chromium without a monitor or a network: one process for many windows, each in a context of its own, which shares
 * no cookie, no storage and no cache with another.
 */
final class Chromium implements AutoCloseable {

    private static final long LOOKS_NS = TimeUnit.SECONDS.toNanos(DebuggerLine.PATIENCE_S);

    private final Path profile;
    private final ChromeDriver driver;
    private final String home;
    private final DebuggerLine line;
    private String looksAt;

    Chromium() {
        profile = profile();
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--disable-dev-shm-usage",
                "--disable-extensions",
                // a window that another one covers goes on as if somebody looked at it
                "--disable-background-timer-throttling",
                "--disable-backgrounding-occluded-windows",
                "--disable-renderer-backgrounding",
                "--force-prefers-reduced-motion",
                "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost",
                "--user-data-dir=" + profile);
        LoggingPreferences logs = new LoggingPreferences();
        logs.enable(LogType.BROWSER, Level.ALL);
        options.setCapability("goog:loggingPrefs", logs);
        ChromeDriverService service = new ChromeDriverService.Builder()
                .usingDriverExecutable(new File("/usr/bin/chromedriver"))
                .build();
        driver = new ChromeDriver(service, options);
        home = driver.getWindowHandle();
        looksAt = home;
        line = line();
    }

    @SuppressWarnings("unchecked")
    private DebuggerLine line() {
        Map<String, String> said =
                (Map<String, String>) driver.getCapabilities().getCapability(ChromeOptions.CAPABILITY);
        try {
            return new DebuggerLine(said.get("debuggerAddress"));
        } catch (Exception e) {
            throw new IllegalStateException("no line to the browser at " + said, e);
        }
    }

    private static Path profile() {
        try {
            return Files.createTempDirectory("mendak-chrome");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A context and a window in it. */
    record Window(String context, String handle) {}

    Window open() {
        String context = line.call("Target.createBrowserContext", Map.of())
                .path("browserContextId")
                .asString();
        CompletableFuture<JsonNode> made =
                line.ask("Target.createTarget", Map.of("url", "about:blank", "browserContextId", context));
        // a new window waits until the driver has seen it, and the driver looks only while it is asked for something
        for (long since = System.nanoTime(); !made.isDone() && System.nanoTime() - since < LOOKS_NS; ) {
            driver.getWindowHandles();
        }
        String handle = DebuggerLine.result("Target.createTarget", made)
                .path("targetId")
                .asString();
        look(handle);
        return new Window(context, handle);
    }

    /** The driver, looking at a window. */
    ChromeDriver at(Window window) {
        look(window.handle());
        return driver;
    }

    private void look(String handle) {
        if (!handle.equals(looksAt)) {
            driver.switchTo().window(handle);
            looksAt = handle;
        }
    }

    /** Forgets all that a window had. */
    void close(Window window) {
        look(home);
        line.call("Target.disposeBrowserContext", Map.of("browserContextId", window.context()));
    }

    @Override
    public void close() {
        line.close();
        driver.quit();
        try (var files = Files.walk(profile)) {
            files.sorted(Comparator.reverseOrder()).forEach(f -> f.toFile().delete());
        } catch (IOException | UncheckedIOException e) {
            // a process of the browser that is just ending may still be tidying up; the folder is temporary anyway
        }
    }
}
