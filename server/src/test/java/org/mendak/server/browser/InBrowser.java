package org.mendak.server.browser;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.mendak.server.Api;
import org.mendak.server.RunningApp;

/** A demo of its own for the class, a browser of its own for each test. */
abstract class InBrowser {

    protected RunningApp app;
    protected Api api;
    protected Chrome chrome;

    @BeforeAll
    void startDemo() {
        app = RunningApp.demo();
        api = app.lead();
    }

    @AfterAll
    void stopDemo() {
        app.close();
    }

    @BeforeEach
    void openBrowser() {
        chrome = new Chrome(app.address());
    }

    @AfterEach
    void closeBrowser() {
        chrome.close();
    }
}
