package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.openqa.selenium.Keys;

/** The places besides the loop: signing in, the library, writing, the team; wide and narrow, linen and night. */
class PlacesTest extends InBrowser {

    private long openCase() {
        return api.get("/api/cases?status=open&error=till-staging-full")
                .json()
                .path(0)
                .path("number")
                .asLong();
    }

    @Test
    void aWrongPasswordSaysSoAndTheRightOneOpens() {
        chrome.go("/library");
        chrome.find("input[name=login]").sendKeys("agent");
        chrome.find("input[name=password]").sendKeys("wrong" + Keys.ENTER);
        chrome.see(".refused", "do not belong together");
        chrome.find("input[name=password]").sendKeys(Keys.chord(Keys.CONTROL, "a"), "mendak-demo", Keys.ENTER);
        chrome.see("h1", "Library");
        chrome.assertConsoleIsClean("401");
    }

    @Test
    void everyPlaceFitsAPhoneAndIsLegibleAtNight() {
        List<String> places = List.of(
                "/",
                "/taking-in",
                "/case/" + openCase(),
                "/library",
                "/library/errors/till-staging-full",
                "/library/in-and-out",
                "/write/bring-in",
                "/gaps",
                "/gaps/upkeep",
                "/find",
                "/practice",
                "/evidence",
                "/evidence/till-staging-full",
                "/library/fixes/empty-staging",
                "/library/fixes",
                "/write/errors",
                "/write/fixes/empty-staging",
                "/marks",
                "/team",
                "/team/people",
                "/team/journal",
                "/team/keeping",
                "/team/settings");
        chrome.signIn("lead");
        for (String place : places) {
            for (int[] size : new int[][] {{1280, 800}, {390, 844}}) {
                chrome.screen(size[0], size[1]);
                chrome.go(place);
                chrome.see("main h1, main h2");
                for (boolean dark : new boolean[] {false, true}) {
                    chrome.wear(dark);
                    assertThat(chrome.script("return getComputedStyle(document.body).backgroundColor"))
                            .isEqualTo(dark ? "rgb(25, 27, 43)" : "rgb(245, 240, 228)");
                    chrome.assertFits(place + " at " + size[0] + (dark ? " by night" : " by day"));
                }
            }
        }
        chrome.assertConsoleIsClean();
    }

    @Test
    void theKeysThatAreAliveAreListedAndCanBeSwitchedOff() {
        chrome.signIn("agent");
        chrome.go("/case/" + openCase());
        chrome.see(".open-fix h2");
        chrome.press("?");
        chrome.see(".ant-modal", "could not apply");
        chrome.press(Keys.ESCAPE);
        chrome.gone(".ant-modal-wrap:not([style*='display: none'])");
        chrome.click(".me");
        chrome.click(".me-panel .ant-switch");
        chrome.press(Keys.ESCAPE);
        chrome.click(".case-head p");
        chrome.press("d");
        chrome.press("?");
        chrome.see(".ant-modal", "switched off");
        assertThat(chrome.texts(".inline-ask")).isEmpty();
        chrome.assertConsoleIsClean();
    }

    @Test
    void inHandIsWorkedWithTheArrowsAndLooseTypingGoesToTheField() {
        chrome.signIn("agent");
        chrome.see(".case-lines .chosen");
        String second = chrome.texts(".case-lines .what b").get(1);
        chrome.press(Keys.ARROW_DOWN);
        chrome.press(Keys.ENTER);
        chrome.see(".case-head h1", second);
        chrome.press(Keys.ESCAPE);
        chrome.see("h1", "In hand");
        chrome.press("PD-4012");
        chrome.see(".candidate b", "Till update stops, staging area full");
        chrome.press(Keys.ARROW_DOWN);
        chrome.press(Keys.ENTER);
        chrome.see(".case-head h1", "Till update stops, staging area full");
        chrome.assertConsoleIsClean();
    }

    @Test
    void theLibraryFiltersAsOneTypes() {
        chrome.signIn("agent");
        chrome.go("/library");
        chrome.see(".shelf h2", "Purserdesk");
        chrome.find(".field").sendKeys("scanner refuses");
        chrome.await("one shelf", () -> chrome.texts(".shelf h2").equals(List.of("Quayscan")) ? true : null);
        chrome.find(".field").sendKeys(" nothing of this");
        chrome.see(".library", "Enter reads it as an error instead");
        chrome.find(".field").sendKeys(Keys.ENTER);
        chrome.see("h1", "Which one is it?");
        assertThat(chrome.texts(".links a")).isEmpty();
        chrome.assertConsoleIsClean();
    }

    @Test
    void aLeadWritesAFixAndAgentsSeeItOncePublished() {
        chrome.signIn("lead");
        chrome.go("/write/fixes");
        chrome.find(".new-document input").sendKeys("oil-winch" + Keys.ENTER);
        chrome.source();
        chrome.click(".cm-content");
        chrome.control("a");
        chrome.press(Keys.DELETE);
        chrome.paste("""
                ---
                fix: oil-winch
                title: "Oil the winch"
                minutes: 7
                ---
                It squeaks no more.

                ## Oil it
                ```sh
                winchctl oil --drops 3
                ```
                - Expect: `smooth`
                """);
        chrome.see(".seen", "Oil it");
        chrome.see(".problems h2", "1 remark");
        chrome.see(".page-head", "not saved yet");
        chrome.reload();
        chrome.see(".seen", "Oil it");
        chrome.click(".page-head button", "Publish");
        chrome.see(".page-head", "published");
        chrome.go("/library/fixes/oil-winch");
        chrome.see(".sheet-page h1", "Oil the winch");
        chrome.see(".history", "Odd Vik");
        chrome.assertConsoleIsClean("404");
    }

    @Test
    void whoSavesLaterIsShownBothTextsAndLosesNothing() {
        chrome.signIn("author");
        chrome.go("/write/fixes/set-clock");
        chrome.source();
        chrome.click(".cm-content");
        chrome.control(Keys.END);
        chrome.press("\nMine.\n");
        chrome.see(".page-head", "not saved");
        String etag = api.get("/api/documents/fixes/set-clock?revision=draft").header("ETag");
        String theirs = api.get("/api/documents/fixes/set-clock?revision=draft").text() + "\nTheirs.\n";
        api.put("fixes/set-clock", theirs, "If-Match", etag).expect(200);
        chrome.click(".page-head button", "Save");
        chrome.see(".conflict", "saved this document while you wrote");
        chrome.see(".conflict .cm-merge-b", "Mine.");
        chrome.click(".conflict button", "Save it so");
        chrome.gone(".conflict");
        assertThat(api.get("/api/documents/fixes/set-clock?revision=draft").text())
                .contains("Mine.");
        assertThat(api.get("/api/documents/fixes/set-clock?revision=2").text()).contains("Theirs.");
        chrome.assertConsoleIsClean("412");
    }

    @Test
    void tokensAreMadeInTheAppAndWork() {
        chrome.signIn("agent");
        chrome.go("/team");
        chrome.see(".team", "No token holds.");
        chrome.find("input[aria-label='What it is for']").sendKeys("night watch");
        chrome.click(".add-person button", "Make a token");
        String token = chrome.find(".made-token code").getText();
        Api.bearer(app.address(), token).get("/api/cases").expect(200);
        chrome.click(".let-in button", "Revoke");
        chrome.see(".team", "No token holds.");
        Api.bearer(app.address(), token).get("/api/cases").refused(401, "");
        chrome.assertConsoleIsClean();
    }

    /** An answer that the page cannot draw: the page says so, and what was typed is still there. */
    @Test
    void aPageThatBreaksSaysWhatIsKept() {
        chrome.signIn("agent");
        chrome.press("h");
        chrome.see(".band");
        chrome.press("alf a sentence");
        chrome.see(".text-area textarea");
        chrome.script("const asked = window.fetch; window.fetch = async r =>"
                + " r.url.endsWith('/api/evidence') ? new Response('[null]') : asked(r);");
        chrome.click(".band a", "Library");
        chrome.see(".mishap h1", "This page has come apart");
        chrome.see(".mishap dl", "half a sentence");
        chrome.click(".band a", "In hand");
        chrome.see("h1", "In hand");
    }

    @Test
    void aPlaceThatIsNotThereLeadsBack() {
        chrome.signIn("agent");
        chrome.go("/case/99999");
        chrome.see(".failed", "There is no case 99999");
        chrome.go("/library/errors/none-such");
        chrome.see(".failed", "none-such");
        chrome.go("/api/nowhere");
        chrome.see("h1", "There is nothing here");
        chrome.go("/write/fixes/set-clock");
        chrome.see(".failed", "one must be an author");
        chrome.see(".band");
        chrome.assertConsoleIsClean("403", "404");
    }
}
