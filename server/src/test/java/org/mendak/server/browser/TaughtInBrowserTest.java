package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** An error is unknown once: from a text that nothing knows to its own runbook, no step typed twice. */
class TaughtInBrowserTest extends InBrowser {

    private static String torn(int pier) {
        return "WX-0911 crane plan of pier " + pier + " is torn, the watch cannot start";
    }

    private void unknown(String text) {
        chrome.go("/");
        chrome.see("h1", "In hand");
        chrome.paste(text);
        chrome.see(".candidate.none");
        chrome.press("0");
        chrome.see(".free-work");
    }

    private void step(String did, String command) {
        chrome.press("f");
        chrome.press(did, Keys.TAB, command, Keys.ENTER);
        chrome.see(".free-step", did);
        // out of the box, where keys are letters
        chrome.script("document.activeElement.blur()");
    }

    @Test
    void anUnknownTextIsWorkedFreelyAndTheNextOneIsRecognised() {
        chrome.signIn("lead");
        unknown(torn(4));
        step("Look at the crane", "cranectl state --pier 4");
        chrome.paste("crane of pier 4 waits, held by job 7731");
        chrome.see(".free-output", "job 7731");
        step("Wake the winch", "winchctl wake");
        chrome.press("n");
        chrome.see(".tried .row-title", "Wake the winch");
        step("Ask for the job", "cranectl jobs --pier 4");
        chrome.paste("job 7731 has the plan");
        chrome.see(".free-output", "job 7731 has");
        step("Drop the job", "cranectl drop 7731 --pier 4");
        chrome.press("w");
        chrome.see(".closing h2", "It worked.");
        chrome.press("e");
        chrome.see(".ended h2", "Ended: solved");

        // the second one, before there is a runbook: offered what ended the first, with its own values
        unknown(torn(9));
        chrome.see(".same-shape", "was ended by “Drop the job”");
        chrome.see(".same-shape li code", "cranectl jobs --pier 9");
        chrome.press("g");
        chrome.see(".free-step", "cranectl jobs --pier 9");
        assertThat(chrome.clipboard()).isEqualTo("cranectl jobs --pier 9");
        chrome.paste("job 52 has the plan");
        chrome.see(".same-shape li code", "cranectl drop 52 --pier 9");
        chrome.press("g");
        chrome.see(".free-step", "cranectl drop 52 --pier 9");
        chrome.press("w");
        chrome.see(".closing h2", "It worked.");
        chrome.press("e");
        chrome.see(".ended h2", "Ended: solved");

        // one key, and both are a draft; what is guessed is marked
        chrome.see(".key-button", "of 1 case like it");
        chrome.press("m");
        chrome.see(".part-open .title", "WX-0911 crane plan of pier … is torn");
        chrome.see(".sheet", "To check");
        chrome.click(".page-head button", "Publish");
        chrome.click(".parcel button", "Publish all 2");
        chrome.gone(".parcel");

        // known from now on
        chrome.go("/gaps");
        chrome.see("h1", "Gaps");
        assertThat(chrome.texts(".gap-message")).noneMatch(m -> m.contains("WX-0911"));

        // and the two that nobody could name go under it, in one key and back in one
        chrome.go("/library");
        chrome.click("main a", "WX-0911 crane plan");
        chrome.see(".gap-before h2", "2 earlier cases say the same");
        chrome.press("u");
        chrome.see(".gap-before", "2 cases were put under this error.");
        chrome.gone(".gap-before h2");
        chrome.click(".gap-before button", "take that back");
        chrome.see(".gap-before h2", "2 earlier cases say the same");
        chrome.go("/");
        chrome.see("h1", "In hand");
        chrome.paste(torn(31));
        chrome.see(".candidate b", "WX-0911 crane plan of pier");
        chrome.press("1");
        chrome.see(".open-fix h2", "Drop the job");
        chrome.see(".step.current code", "cranectl jobs --pier 31");
        chrome.assertConsoleIsClean("404");
    }

    @Test
    void stepsAreCorrectedMovedAndTakenBackInPlace() {
        chrome.signIn("agent");
        unknown(torn(70));
        step("First thing", "one");
        step("Second thing", "two");
        chrome.click(".free-step:nth-of-type(2) .free-acts button", "↑");
        chrome.await("the other order", () -> chrome.texts(".free-did").get(0).startsWith("Second") ? true : null);
        chrome.click(".free-step .free-acts button", "correct");
        chrome.find(".free-form input").sendKeys(" indeed", Keys.ENTER);
        chrome.see(".free-did", "Second thing indeed");
        chrome.script("document.activeElement.blur()");
        chrome.press("z");
        chrome.await("one step less", () -> chrome.texts(".free-did").size() == 1 ? true : null);
        chrome.reload();
        chrome.see(".free-did", "Second thing indeed");
        chrome.assertConsoleIsClean("404");
    }
}
