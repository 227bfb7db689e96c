package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import java.util.logging.Level;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.NoSuchElementException;
import org.openqa.selenium.OutputType;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebDriverException;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.logging.LogEntry;
import org.openqa.selenium.logging.LogType;
import org.openqa.selenium.print.PrintOptions;
import org.openqa.selenium.support.ui.WebDriverWait;

/** One window of Chromium, driven as a user's hands would. */
final class Chrome implements AutoCloseable {

    private static final Duration PATIENCE = Duration.ofSeconds(30);
    private static final Duration LOOK_AGAIN = Duration.ofMillis(60);

    private final Chromium chromium;
    private final Chromium.Window window;
    private final String address;

    Chrome(Chromium chromium, String address) {
        this.chromium = chromium;
        this.address = address;
        window = chromium.open();
        // what an earlier window left
        driver().manage().logs().get(LogType.BROWSER);
        screen(1280, 800);
        // the clipboard is refused to a page that does not think that somebody looks at it
        driver().executeCdpCommand("Emulation.setFocusEmulationEnabled", Map.of("enabled", true));
        driver().executeCdpCommand(
                        "Browser.grantPermissions",
                        Map.of(
                                "permissions",
                                List.of("clipboardReadWrite", "clipboardSanitizedWrite"),
                                "origin",
                                address,
                                "browserContextId",
                                window.context()));
    }

    private ChromeDriver driver() {
        return chromium.at(window);
    }

    void screen(int width, int height) {
        driver().executeCdpCommand(
                        "Emulation.setDeviceMetricsOverride",
                        Map.of("width", width, "height", height, "deviceScaleFactor", 1, "mobile", false));
    }

    void dark(boolean dark) {
        driver().executeCdpCommand(
                        "Emulation.setEmulatedMedia",
                        Map.of(
                                "features",
                                List.of(
                                        Map.of("name", "prefers-color-scheme", "value", dark ? "dark" : "light"),
                                        Map.of("name", "prefers-reduced-motion", "value", "reduce"))));
    }

    /** By day or by night, and waits until the page that is shown has changed its cloth. */
    void wear(boolean dark) {
        dark(dark);
        if (Boolean.TRUE.equals(script("return document.getElementById('root') === null"))) {
            return; // a page without the application wears what the device says, at once
        }
        await(
                dark ? "the night cloth" : "linen",
                () -> script("return document.documentElement.dataset.cloth").equals(dark ? "night" : "linen")
                        ? true
                        : null);
    }

    void go(String path) {
        driver().get(address + path);
    }

    /** Goes to a page that is none of Mendak's own. */
    void open(String url) {
        driver().get(url);
    }

    /** On how many pages of paper it comes. */
    int printed() {
        byte[] pdf =
                Base64.getDecoder().decode(driver().print(new PrintOptions()).getContent());
        Matcher pages = Pattern.compile("/Type\\s*/Page\\b").matcher(new String(pdf, StandardCharsets.ISO_8859_1));
        return (int) pages.results().count();
    }

    /** From now on the page cannot reach these addresses; none given, it can reach all. */
    void blocked(String... patterns) {
        driver().executeCdpCommand("Network.enable", Map.of());
        driver().executeCdpCommand("Network.setBlockedURLs", Map.of("urls", List.of(patterns)));
    }

    void reload() {
        driver().navigate().refresh();
    }

    String path() {
        return driver().getCurrentUrl().substring(address.length());
    }

    /** Turns a document that is being written to its source. */
    void source() {
        click(".views .ant-segmented-item", "source");
        see(".cm-content");
    }

    /** As one of the demo's. */
    void signIn(String login) {
        signIn(login, "mendak-demo");
    }

    void signIn(String login, String password) {
        go("/");
        find("input[name=login]").sendKeys(login);
        find("input[name=password]").sendKeys(password + Keys.ENTER);
        see(".band");
    }

    /** Waits until something is so; says what was waited for if it never is. */
    <T> T await(String what, Supplier<T> probe) {
        return new WebDriverWait(driver(), PATIENCE, LOOK_AGAIN)
                .withMessage(() -> what + "; " + state())
                .ignoring(NoSuchElementException.class, StaleElementReferenceException.class)
                .until(d -> {
                    try {
                        return probe.get();
                    } catch (WebDriverException e) {
                        return whileAnotherPageCame(e);
                    }
                });
    }

    /** What was looked at was of the page before; the driver has no name of its own for that when a page of another place comes. */
    private static <T> T whileAnotherPageCame(WebDriverException e) {
        if (String.valueOf(e.getMessage()).contains("does not belong to the document")) {
            return null;
        }
        throw e;
    }

    /** Where the browser is and what it shows and says, for whoever reads a failure. */
    private String state() {
        List<String> console = driver().manage().logs().get(LogType.BROWSER).getAll().stream()
                .map(LogEntry::getMessage)
                .toList();
        return "at " + path() + " the page says: "
                + driver().findElement(By.tagName("body")).getText().replace('\n', '|') + "; the console: " + console;
    }

    WebElement find(String css) {
        return await(css, () -> {
            WebElement e = driver().findElement(By.cssSelector(css));
            return e.isDisplayed() ? e : null;
        });
    }

    void see(String css) {
        find(css);
    }

    /** Waits until the page shows a text somewhere in what matches. */
    void see(String css, String text) {
        await(
                css + " saying \"" + text + "\"",
                () -> driver().findElements(By.cssSelector(css)).stream()
                                .anyMatch(e -> e.getText().contains(text))
                        ? true
                        : null);
    }

    void gone(String css) {
        await("no " + css, () -> driver().findElements(By.cssSelector(css)).isEmpty() ? true : null);
    }

    /** Waits until nothing that matches shows this text. */
    void gone(String css, String text) {
        await(
                "no " + css + " saying \"" + text + "\"",
                () -> texts(css).stream().noneMatch(t -> t.contains(text)) ? true : null);
    }

    /** What matches shows; read again if the page was just being drawn anew. */
    List<String> texts(String css) {
        return await(
                "the texts of " + css,
                () -> driver().findElements(By.cssSelector(css)).stream()
                        .map(WebElement::getText)
                        .toList());
    }

    void click(String css) {
        click(css, "");
    }

    /** Clicks what matches and shows this text; again if the page was just being drawn anew. */
    void click(String css, String text) {
        await(css + " saying \"" + text + "\" to click", () -> {
            WebElement found = driver().findElements(By.cssSelector(css)).stream()
                    .filter(e -> e.isDisplayed() && e.getText().contains(text))
                    .findFirst()
                    .orElse(null);
            // what moves just now would be missed, by a person too
            if (found == null || !stands(found)) {
                return null;
            }
            found.click();
            return true;
        });
    }

    private boolean stands(WebElement e) {
        return Boolean.TRUE.equals(driver().executeAsyncScript(
                        "const e = arguments[0], done = arguments[1], at = () => JSON.stringify(e.getBoundingClientRect()), was = at();"
                                + "requestAnimationFrame(() => requestAnimationFrame(() => done(at() === was)));",
                        e));
    }

    /** Presses keys wherever the focus is. */
    void press(CharSequence... keys) {
        new Actions(driver()).sendKeys(keys).perform();
    }

    /** Presses a key while Ctrl is held. */
    void control(CharSequence key) {
        held(Keys.CONTROL, key);
    }

    /** Presses a key while another one is held. */
    void held(Keys held, CharSequence key) {
        new Actions(driver()).keyDown(held).sendKeys(key).keyUp(held).perform();
    }

    void paste(String text) {
        Object refused = driver().executeAsyncScript(
                        "const done = arguments[1]; navigator.clipboard.writeText(arguments[0]).then(() => done(), e => done(String(e)))",
                        text);
        assertThat(refused).as("the clipboard").isNull();
        new Actions(driver())
                .keyDown(Keys.CONTROL)
                .sendKeys("v")
                .keyUp(Keys.CONTROL)
                .perform();
    }

    /** Picks a file in a file box, which is not itself to be seen. */
    void file(String css, Path file) {
        driver().findElement(By.cssSelector(css)).sendKeys(file.toAbsolutePath().toString());
    }

    String clipboard() {
        return String.valueOf(
                driver().executeAsyncScript(
                                "const done = arguments[0]; navigator.clipboard.readText().then(done, e => done('refused ' + e))"));
    }

    Object script(String js, Object... args) {
        return driver().executeScript(js, args);
    }

    /** Runs a script that answers later, through its last argument. */
    Object later(String js, Object... args) {
        return driver().executeAsyncScript(js, args);
    }

    void forgetCookies() {
        driver().manage().deleteAllCookies();
    }

    /** Nothing may be wider than the screen. */
    void assertFits(String where) {
        Object over = script("return document.documentElement.scrollWidth - document.documentElement.clientWidth");
        assertThat(((Number) over).intValue())
                .as(where + " is wider than the screen")
                .isLessThanOrEqualTo(0);
    }

    /** The browser's console must hold nothing but what is expected; a line written first proves that it is listened to. */
    void assertConsoleIsClean(String... expected) {
        script("console.info('the console is heard')");
        List<LogEntry> entries = driver().manage().logs().get(LogType.BROWSER).getAll();
        assertThat(entries).anyMatch(e -> e.getMessage().contains("the console is heard"));
        assertThat(entries.stream()
                        .filter(e -> e.getLevel().intValue() >= Level.WARNING.intValue())
                        .map(LogEntry::getMessage)
                        .filter(m -> List.of(expected).stream().noneMatch(m::contains)))
                .isEmpty();
    }

    /** Keeps a picture of the page, and in words where it is, what it shows and what the console says. */
    void keep(Path folder, String name) {
        try {
            Files.createDirectories(folder);
            Files.write(folder.resolve(name + ".png"), driver().getScreenshotAs(OutputType.BYTES));
            Files.writeString(folder.resolve(name + ".txt"), state().replace('|', '\n'));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void close() {
        chromium.close(window);
    }
}
