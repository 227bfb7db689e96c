package org.mendak.server.browser;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.mendak.server.OnDemo;

/** A demo and a browser of its own for the class; for each test a context of its own, without cookies or anything kept. */
@Tag("browser")
abstract class InBrowser extends OnDemo {

    private Chromium chromium;

    protected Chrome chrome;

    @RegisterExtension
    final FailurePictures pictures = new FailurePictures(() -> chrome);

    @BeforeEach
    void openWindow() {
        if (chromium == null) {
            chromium = new Chromium();
        }
        chrome = another();
    }

    /** One more window, of somebody else. */
    protected Chrome another() {
        return new Chrome(chromium, app.address());
    }

    @AfterEach
    void closeWindow() {
        if (chrome != null) {
            chrome.close();
            chrome = null;
        }
    }

    @AfterAll
    void closeBrowser() {
        if (chromium != null) {
            chromium.close();
        }
    }
}
