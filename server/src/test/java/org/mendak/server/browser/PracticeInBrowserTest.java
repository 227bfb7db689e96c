package org.mendak.server.browser;

import java.util.List;
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
        chrome.click(".page-head a", "practise");
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
        chrome.see("h1", "Practise");
        chrome.assertConsoleIsClean();
    }

    /** From the ringing to what it was, with keys alone but for what is typed at the other end. */
    @Test
    void aCallIsTakenAndWorkedWithItsDeviceAtTheFootOfTheCase() {
        Api lead = Api.browser(app.address());
        lead.get("/api/session");
        lead.signIn("lead", "mendak-demo").expect(200);
        lead.putJson("/api/practice/choice", Map.of("errors", List.of("till-update-waits-for-sales")))
                .expect(200);
        chrome.signIn("agent");
        chrome.go("/practice");
        chrome.see(".choice", "Calls are about one known error.");
        chrome.press("c");
        chrome.see(".says", "takings");
        chrome.see(".screen", "You have not asked yet what stands there.");
        chrome.press("r");
        chrome.see(".screen", "Update put off: 17 sales have not reached the shore");
        chrome.press("c");
        chrome.see(".practice-strip", "Nothing of this counts");
        chrome.see(".candidates, .right", "Till will not update, sales are waiting");
        chrome.press("1");
        chrome.see(".case.practised .counts", "counts for nothing");
        chrome.see(".case-head", "Practice 1");
        chrome.see(".other-end .screen", "Update put off");

        chrome.press(";");
        chrome.see(".other-end .hands", "restart it");
        chrome.press("1");
        chrome.see(".other-end .answered", "Is the line to the shore up?");

        chrome.press(">");
        chrome.press("tillctl sales waiting" + Keys.ENTER);
        chrome.see(".other-end .lines", "waiting: 17");
        chrome.press(Keys.ESCAPE);
        chrome.press("<");
        // the step that is open had it, as what it printed
        chrome.see(".seam-page .step.current", "waiting: 17");
        chrome.press("=");
        chrome.see(".other-end .screen", "Update put off");
        chrome.screen(390, 844);
        chrome.assertFits("a practice case with its device");
        chrome.screen(1280, 800);

        String number = chrome.path().replaceAll(".*/", "");
        Api agent = Api.browser(app.address());
        agent.get("/api/session");
        agent.signIn("agent", "mendak-demo").expect(200);
        agent.post("/api/cases/" + number + "/close", Map.of("outcome", "handed-over"))
                .expect(200);
        chrome.see(".after-call", "What mends it here");
        chrome.see(".after-call", "There is no order of yours to judge.");
        chrome.screen(390, 844);
        chrome.assertFits("what a practice case was");
        chrome.go("/practice");
        chrome.see(".practice", "Practice 1");
        chrome.assertConsoleIsClean();
    }
}
