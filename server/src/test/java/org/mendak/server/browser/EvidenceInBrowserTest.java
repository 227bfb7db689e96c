package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** The Evidence place as a lead uses it: from the desk to an error, to a fix, to its cases, and a draft by one key. */
class EvidenceInBrowserTest extends InBrowser {

    @Test
    void aLeadFindsWhatChangedAndTheCasesBehindIt() {
        chrome.signIn("lead");
        chrome.go("/evidence");
        chrome.see(".evidence-summary", "The first fix ended");
        chrome.click(".evidence-summary .number");
        chrome.see(".number-how", "passed over");
        chrome.see(".changed", "Empty the staging area");
        chrome.click(".changed a");
        chrome.see("h1", "Till update stops, staging area full");
        chrome.see(".fix-row.chosen", "Empty the staging area");
        chrome.see(".evidence-columns", "with 5.4");
        chrome.press("1");
        chrome.see(".fix-row.chosen", "Free the print queue");
        chrome.press("f");
        chrome.see(".works", "as the first step");
        chrome.press("h");
        chrome.see(".order-beside", "the chance of every fix after every set of failures");
        chrome.click(".tries-of li a");
        chrome.see(".case-head h1", "Till update stops, staging area full");
        chrome.assertConsoleIsClean();
    }

    @Test
    void casesAreChosenAndTheAddressKeepsTheChoice() {
        chrome.signIn("lead");
        chrome.go("/evidence/till-staging-full?fact.other_packages=yes");
        chrome.see(".filter-line", "Does another package update on the same device?: yes");
        String chosen = chrome.texts(".evidence-head p").get(0);
        chrome.click(".filter-line .plain.soft");
        chrome.await("all cases", () -> chrome.texts(".filter-line").get(0).contains("all cases") ? true : null);
        chrome.await("more cases", () -> chrome.texts(".evidence-head p").get(0).equals(chosen) ? null : true);
        chrome.click(".whom td button.plain");
        chrome.await("one fact", () -> chrome.texts(".filter-line").get(0).contains("all cases again") ? true : null);
        chrome.assertConsoleIsClean();
    }

    @Test
    void theMeasuredOrderBecomesADraftByOneKey() {
        chrome.signIn("author");
        chrome.go("/evidence/tidewall-timetable-shape");
        chrome.see(".order-beside", "Make it a draft");
        chrome.press("d");
        chrome.see(".order-beside", "it is not published");
        chrome.click(".order-beside a[href^='/write']");
        chrome.source();
        chrome.see(".cm-content", "convert-timetable");
        String text = chrome.texts(".cm-content").get(0);
        assertThat(text.indexOf("convert-timetable.md")).isLessThan(text.indexOf("rebuild-layout.md"));
        chrome.assertConsoleIsClean();
    }

    @Test
    void anAgentSeesEvidenceAndIsOfferedNoDraft() {
        chrome.signIn("agent");
        chrome.go("/evidence/tidewall-timetable-shape");
        chrome.see(".order-beside", "how this was computed");
        assertThat(chrome.texts(".order-beside .acts").get(0)).doesNotContain("draft");
        chrome.go("/evidence?from=2001-01-01&to=2001-01-02");
        chrome.see(".evidence-page", "No case fits what you chose");
        chrome.assertConsoleIsClean();
    }
}
