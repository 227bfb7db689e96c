package org.mendak.server.browser;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.openqa.selenium.Keys;

/** A case and a device that really answers, side by side. */
class PracticeInBrowserTest extends InBrowser {

    @Test
    void whatADeviceSaysIsTakenInAndItsConsoleMendsIt() {
        Api author = Api.browser(app.address());
        author.get("/api/session");
        author.signIn("author", "mendak-demo").expect(200);
        String id = author.post(
                        "/api/practice/devices", Map.of("error", "till-update-waits-for-sales", "cause", "push-sales"))
                .expect(201)
                .json()
                .path("id")
                .asString();
        chrome.signIn("author");
        chrome.click(".page-head a", "practise on a device");
        chrome.see(".practice a", "till-");
        chrome.go("/practice/" + id);
        chrome.see(".screen", "Update put off: 17 sales have not reached the shore");
        chrome.press("help" + Keys.ENTER);
        chrome.see(".console .lines", "tillctl sales push --today");
        chrome.press(Keys.ESCAPE);
        chrome.press("c");
        chrome.see(".candidates, .right", "Till will not update, sales are waiting");
        chrome.press("1");
        chrome.see(".open-fix");
        chrome.go("/practice/" + id);
        chrome.see(".console input");
        chrome.press("tillctl sales push --today" + Keys.ENTER);
        chrome.see(".console .lines", "shore has all");
        chrome.press(Keys.ESCAPE);
        chrome.press("t");
        chrome.see(".screen", "It begins to unpack.");
        chrome.screen(390, 844);
        chrome.assertFits("a practice device");
        chrome.click("button", "give it back");
        chrome.see("h1", "Practise on a device");
        chrome.assertConsoleIsClean();
    }
}
