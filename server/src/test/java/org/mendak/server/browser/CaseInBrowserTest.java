package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Texts;
import org.openqa.selenium.Keys;

/** A case in the browser when something comes between: a reload, a lost session, a paste, another error, no error at all. */
class CaseInBrowserTest extends InBrowser {

    private static final String TEXT =
            "07:12:45 plotter[811] ERROR Track store /srv/tracks/nor holds 5012 tracks, limit 5000 reached";

    @BeforeAll
    void write() {
        Texts.publish(api);
        PartsMissing.publish(api);
    }

    @Test
    void whatWasTypedSurvivesAReloadAndNothingOfItIsSeenByOthers() {
        chrome.signIn("agent");
        chrome.press("T", "rack store");
        chrome.see(".text-area textarea");
        chrome.press(" is odd");
        assertThat(chrome.find(".text-area textarea").getAttribute("value")).isEqualTo("Track store is odd");
        chrome.reload();
        assertThat(chrome.find(".text-area textarea").getAttribute("value")).isEqualTo("Track store is odd");
        chrome.click(".me");
        chrome.click(".me-panel button", "Sign out");
        chrome.signIn("author");
        chrome.go("/taking-in");
        assertThat(chrome.find(".text-area textarea").getAttribute("value")).isEmpty();
        chrome.assertConsoleIsClean("401");
    }

    @Test
    void aSessionThatEndsInMidWorkIsTakenUpAgainWithoutLoss() {
        long n = api.openCase(Map.of("text", TEXT, "error", "tracks-full"));
        chrome.signIn("agent");
        chrome.go("/case/" + n);
        chrome.see(".step.current h3", "Stop the plotter");
        chrome.press("0");
        chrome.see(".reading", "not known");
        chrome.press("f");
        chrome.see(".step.current h3", "Clear the folder");
        chrome.find(".margin textarea[aria-label=Notes]").sendKeys("not lost");
        chrome.forgetCookies();
        chrome.press(Keys.ESCAPE);
        // somebody comes back to the window, which asks what has become of the case
        chrome.script("document.dispatchEvent(new Event('visibilitychange', {bubbles: true}))");
        chrome.see(".over-all form");
        chrome.find(".over-all input[name=login]").sendKeys("agent");
        chrome.find(".over-all input[name=password]").sendKeys("mendak-demo" + Keys.ENTER);
        chrome.gone(".over-all");
        assertThat(chrome.texts(".step.current h3")).containsExactly("2 Clear the folder");
        chrome.see(".margin .note, .margin textarea");
        chrome.press("f");
        chrome.see(".step-line.done", "Clear the folder");
        chrome.assertConsoleIsClean("401", "403");
    }

    @Test
    void aDifferentErrorGoesOnInTheSameCase() {
        long n = api.openCase(Map.of("text", TEXT, "error", "tracks-full"));
        chrome.signIn("agent");
        chrome.go("/case/" + n);
        chrome.see(".open-fix h2");
        chrome.press("d");
        chrome.see(".inline-ask", "Is the first message gone?");
        chrome.press("y");
        chrome.see(".open-fix h2", "What does it say now?");
        chrome.find(".open-fix textarea").sendKeys("Cannot write to /var/stage: the area is read-only");
        chrome.click(".open-fix .key-button.strong");
        chrome.see(".choose-error", "Staging area read-only");
        chrome.press("1");
        chrome.see(".case-head h1", "Staging area read-only");
        chrome.see(".tried", "new tear: different error");
        assertThat(api.get("/api/cases/" + n)
                        .json()
                        .path("attempts")
                        .path(0)
                        .path("error")
                        .asString())
                .isEqualTo("tracks-full");
        chrome.assertConsoleIsClean();
    }

    @Test
    void whatIsPastedInACaseAsksWhatItIs() {
        long n = api.openCase(Map.of("text", TEXT, "error", "tracks-full"));
        chrome.signIn("agent");
        chrome.go("/case/" + n);
        chrome.see(".step.current");
        chrome.paste("plotter: stopped\nmode quiet");
        chrome.see(".inline-ask", "Is this the output of this step, or another text?");
        chrome.press("1");
        chrome.see(".known", "quiet");
        chrome.see(".seen", "mode quiet");
        chrome.press("f");
        chrome.see(".put-back", "plotctl start --mode quiet");
        chrome.assertConsoleIsClean();
    }

    @Test
    void nothingRecognisedStillOpensACase() {
        chrome.signIn("agent");
        chrome.paste("The gangway lamp on the second pier blinks green and blue.");
        chrome.see(".guesses", "Nothing fits well");
        chrome.press("0");
        chrome.see(".case-head h1", "Not recognised yet");
        chrome.see(".free-work", "No runbook covers this");
        chrome.press("k");
        chrome.see(".choose-error", "Which known error is it?");
        chrome.press(Keys.ESCAPE);
        chrome.gone(".choose-error");
        chrome.press("e");
        chrome.see(".closing", "End the case");
        chrome.press("3");
        chrome.see(".ended h2", "Ended: handed over");
        chrome.assertConsoleIsClean();
    }

    /** One missing part is named; the look shows three; each is fetched with the same key, and the check tells how it stands. */
    @Test
    void threeMissingPartsAreFetchedOneByOne() {
        long number = api.openCase(Map.of("text", PartsMissing.TEXT, "error", PartsMissing.ERROR));
        chrome.signIn("agent");
        chrome.go("/case/" + number);
        chrome.see(".step.current", "See what is missing");
        chrome.paste("missing: rosterview.wbl, crew list.wbl; fonts.wbl");
        chrome.press("1");
        chrome.see(".step.current", "missing parts: rosterview.wbl");
        chrome.press("f");
        chrome.see(".step.current", "for each of 3 items");
        List<String> copied = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            chrome.press("c");
            int n = i;
            copied.add(chrome.await("a new copy", () -> {
                String there = chrome.clipboard();
                return copied.contains(there) || !there.contains("--restore") || copied.size() != n ? null : there;
            }));
        }
        assertThat(copied)
                .containsExactly(
                        "rosterctl parts --restore rosterview.wbl",
                        "rosterctl parts --restore 'crew list.wbl'",
                        "rosterctl parts --restore fonts.wbl");
        chrome.see(".step.current", "Replace the kept copy?");
        for (int left = 3; left > 0; left--) {
            chrome.see(".step-keys", left + (left == 1 ? " item left" : " items left"));
            chrome.press("f");
        }
        chrome.see(".step.current", "See that all is there");
        chrome.paste("parts: complete");
        chrome.press("1");
        chrome.see(".check.yes", "as it should be");
        chrome.assertConsoleIsClean();
    }

    @Test
    void whereThereIsNothingToDoOneKeySaysSo() {
        long number = api.openCase(Map.of(
                "text",
                "Not enough room in /var/stage/pier-3 for till-5.4.pkg: 812 MB needed",
                "error",
                "till-staging-full"));
        long attempt = api.post("/api/cases/" + number + "/attempts", Map.of("fix", "empty-staging"))
                .expect(201)
                .json()
                .path("id")
                .asLong();
        api.post(
                        "/api/cases/" + number + "/attempts/" + attempt + "/steps",
                        Map.of("clientId", "s0", "step", 0, "what", "skipped"))
                .expect(200);
        chrome.signIn("agent");
        chrome.go("/case/" + number);
        chrome.see(".step.current", "goes on only if the room left in the area is less than 300 MB");
        chrome.paste("free 2 GB");
        chrome.press("1");
        chrome.see(".only-if", "the room left in the area is 2 GB, at least 300 MB");
        chrome.press("m");
        chrome.await(
                "the outcome", () -> api.get("/api/cases/" + number).text().contains("nothing-to-do") ? true : null);
        chrome.assertConsoleIsClean();
    }

    /** A popup said little, so the case began under the wrong error; the log line that comes later names the right one. */
    @Test
    void aLaterTextThatNamesAnotherErrorMovesTheCaseWithOneKey() {
        long number = api.openCase(Map.of("text", "The till shows a red cross, see the log", "error", "tracks-full"));
        api.post(
                        "/api/cases/" + number + "/texts",
                        Map.of("text", "Not enough room in /var/stage/pier-3 for till-5.4.pkg: 812 MB needed"))
                .expect(200);
        chrome.signIn("agent");
        chrome.go("/case/" + number);
        chrome.see(".together", "Till update stops, staging area full");
        chrome.press("h");
        chrome.see("h1", "Till update stops, staging area full");
        chrome.gone(".together");
        chrome.assertConsoleIsClean();
    }
}
