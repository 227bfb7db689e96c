package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** A step is flagged with one key and a word, stands in upkeep, is mended where the list leads to, and answered. */
class FlagInBrowserTest extends InBrowser {

    @Test
    void aFlagIsAnsweredAndReadWhereItWasRaised() {
        long n = api.openCase(Map.of("text", "till area full", "error", "till-staging-full"));
        chrome.signIn("agent");
        chrome.go("/case/" + n);
        chrome.see(".step.current");
        chrome.press("!");
        chrome.press("the word is gone", Keys.ARROW_DOWN, Keys.ARROW_DOWN, Keys.ENTER);
        chrome.see(".flags-of-step", "You called this step outdated: the word is gone");

        api.upkeep();
        try (Chrome lead = another()) {
            lead.signIn("lead");
            lead.go("/gaps/upkeep");
            lead.click(".upkeep-lines li", "the word is gone");
            lead.see(".upkeep-lines li.chosen", "mend the step, or answer why it stays");
            lead.press("t");
            lead.see(".upkeep-lines li.chosen .upkeep-who", "yours");
            lead.press(Keys.ENTER);
            lead.see(".flags-of-fix", "the word is gone");
            lead.click(".flag-answering:last-child .ant-input");
            lead.press("It is back since yesterday.");
            lead.click(".flag-answering:last-child button", "it stays as it is");
            lead.gone(".flags-of-fix", "the word is gone");
            lead.assertConsoleIsClean();
        }

        chrome.go("/");
        chrome.see(".flag-lines", "It is back since yesterday.");
        chrome.click(".flag-lines li", "It is back since yesterday.");
        chrome.click(".flag-lines .plain", "read");
        chrome.gone(".flag-lines", "It is back since yesterday.");
        chrome.go("/case/" + n);
        chrome.see(".flag-answer", "It is back since yesterday.");
        chrome.assertConsoleIsClean();
    }

    @Test
    void whatIsPutOffIsToldAgainWhenOneAsksForIt() {
        api.upkeep();
        chrome.signIn("author");
        chrome.go("/gaps/upkeep");
        chrome.click(".upkeep-lines li", "Copy the charts");
        chrome.press("s");
        chrome.gone(".upkeep-lines", "Copy the charts");
        chrome.click(".page-head button", "1 put off");
        chrome.see(".upkeep-lines li.chosen .upkeep-who", "put off until");
        chrome.press("s");
        chrome.see(".empty", "Nothing is put off.");
        chrome.click(".page-head button", "back to upkeep");
        chrome.see(".upkeep-lines", "Copy the charts");
        assertThat(chrome.texts(".upkeep-lines li")).hasSizeGreaterThan(2);
        chrome.assertConsoleIsClean();
    }
}
