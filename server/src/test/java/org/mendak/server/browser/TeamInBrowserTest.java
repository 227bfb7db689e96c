package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.openqa.selenium.Keys;

/** What a lead does about people and about what is kept, in the browser. */
class TeamInBrowserTest extends InBrowser {

    private static final String PASSWORD = "quiet lanterns over Norrholm";

    @Test
    void somebodyNewChoosesAPasswordComesInAndIsSeenOut() {
        chrome.signIn("lead");
        chrome.go("/team/people");
        chrome.see(".people");
        chrome.find("input[aria-label='Name']").sendKeys("Runa Holm");
        chrome.find("input[aria-label='Sign-in name']").sendKeys("runa.two", Keys.ENTER);
        String address = chrome.find(".made-token code").getText();
        chrome.see(".people", "runa.two");

        chrome.forgetCookies();
        chrome.open(address);
        chrome.see(".sign-in", "Runa Holm, your sign-in name is runa.two");
        chrome.find("input[name='password']").sendKeys(PASSWORD, Keys.ENTER);
        chrome.see("h1", "In hand");
        Api runa = Api.browser(app.address());
        runa.signIn("runa.two", PASSWORD).expect(200);
        long n = runa.openCase(Map.of("text", "x", "error", "till-staging-full"));

        chrome.forgetCookies();
        chrome.signIn("lead");
        chrome.go("/case/" + n);
        chrome.see(".case", "Runa Holm (runa.two)");
        chrome.go("/team/people");
        chrome.click(".person-line", "runa.two");
        chrome.see(".let-in", "last used");
        chrome.click(".person-acts button", "End all sign-ins and tokens");
        chrome.see(".let-in", "No browser.");
        runa.get("/api/cases").refused(401, "has ended");

        chrome.click(".person-acts button", "Erase");
        chrome.find(".erase-person input").sendKeys("runa.two");
        chrome.click(".erase-person button", "Erase for good");
        chrome.see(".team", "1 person was erased.");
        chrome.gone(".people", "runa.two");
        chrome.go("/team/journal?what=person-erased");
        chrome.see(".acts li", "erased somebody");
        chrome.assertConsoleIsClean();
    }

    @Test
    void daysAreSetWordsAreErasedAndABackupIsMade() {
        long n = api.openCase(Map.of("text", "the dotterel is loose", "requester", "Pia Dotterel"));
        chrome.signIn("lead");
        chrome.go("/team/keeping");
        chrome.find(".kept-days input").sendKeys("9000");
        chrome.click(".kept-days button", "Keep so");
        chrome.click(".setting button", "Look now");
        chrome.see(".setting", "nothing was old enough");
        assertThat(api.get("/api/settings").json().path("textDays").asInt()).isEqualTo(9_000);

        chrome.find("input[aria-label^='A case']").sendKeys("Pia Dotterel");
        chrome.find("input[aria-label='The same once more']").sendKeys("Pia Dotterel", Keys.ENTER);
        chrome.await(
                "the words are erased",
                () -> api.get("/api/cases/" + n).json().path("requester").isNull() ? true : null);
        chrome.click(".setting button", "Make one to carry away");
        chrome.see(".setting a", "The backup is ready");
        chrome.assertConsoleIsClean();
    }
}
