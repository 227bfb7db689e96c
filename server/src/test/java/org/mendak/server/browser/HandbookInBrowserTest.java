package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;

/** The handbook lies on a stick: opened from a file, with nobody to ask. */
class HandbookInBrowserTest extends InBrowser {

    private static final int MOST_BYTES = 3_000_000;

    @TempDir
    Path stick;

    @Test
    void itOpensFromDiskSearchesAndPrints() throws IOException {
        Path file = stick.resolve("handbook.html");
        Files.write(file, api.get("/api/library/handbook").expect(200).bytes());
        assertThat(Files.size(file)).isLessThan(MOST_BYTES);
        chrome.open(file.toUri().toString());
        chrome.see("h1", "Handbook");
        chrome.see("nav a", "Till update stops, staging area full");
        chrome.click("#look");
        chrome.press("PD-4012");
        chrome.see("#count", "found");
        chrome.see("article:not([hidden]) h2", "Till update stops, staging area full");
        chrome.script("document.getElementById('look').value = ''");
        chrome.press("empyt staging");
        chrome.await(
                "what is called so stands first",
                () -> chrome.texts("article:not([hidden]) h2").stream()
                                .findFirst()
                                .filter("Empty the staging area"::equals)
                                .isPresent()
                        ? true
                        : null);
        chrome.click("article:not([hidden]) a", "Till update stops, staging area full");
        chrome.await(
                "the sheet is led to",
                () -> String.valueOf(chrome.script("return location.hash")).equals("#errors/till-staging-full")
                        ? true
                        : null);
        chrome.screen(390, 844);
        assertThat(chrome.script("return document.documentElement.scrollWidth <= innerWidth"))
                .isEqualTo(true);
        // on paper comes what was found, and all of it if nothing is looked for
        assertThat(chrome.printed()).isBetween(1, 12);
        chrome.click("#look");
        chrome.control("a");
        chrome.press(Keys.BACK_SPACE);
        chrome.see("nav a", "Till update stops, staging area full");
        assertThat(chrome.printed()).isGreaterThan(20);
        chrome.assertConsoleIsClean();
    }
}
