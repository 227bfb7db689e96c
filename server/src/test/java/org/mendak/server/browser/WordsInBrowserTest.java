package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** The words of the desk are changed where they stand, taken back, and renamed everywhere; a document that misspells one is mended by a press. */
class WordsInBrowserTest extends InBrowser {

    private void done() {
        chrome.gone(".part-form");
    }

    @Test
    void aWordIsAddedTakenBackAndRenamedEverywhere() {
        chrome.signIn("lead");
        chrome.go("/write/words");
        chrome.see(".desk-words", "Purserdesk");

        // a fact with answers, and it is taken back and brought again
        chrome.click("section[aria-label='Facts'] .add-part", "a fact");
        chrome.see(".desk-word-new");
        chrome.press("two words", Keys.ENTER);
        chrome.see(".desk-word-new .refused", "begins with a letter");
        chrome.control("a");
        chrome.press("wet_cable", Keys.ENTER);
        chrome.see(".desk-word h3", "wet_cable");
        chrome.see(".part-form");
        chrome.press("Is the cable wet?", Keys.ENTER);
        done();
        chrome.see(".part-open", "Is the cable wet?");
        chrome.click(".views button", "Undo");
        chrome.click(".views button", "Redo");
        chrome.see(".part-open", "Is the cable wet?");
        chrome.click(".page-head button", "Save");
        chrome.see(".page-head", "all saved");
        assertThat(api.get("/api/library/vocabulary").text())
                .contains("  wet_cable:\n    title: \"Is the cable wet?\"\n")
                .startsWith("# The words of the Skerry Line library");

        // a product is called otherwise
        chrome.go("/write/words");
        chrome.click(".part-open", "Watchbill Desk");
        chrome.see(".word-about", "documents name it");
        chrome.click(".word-about button", "call it otherwise");
        chrome.see(".word-rename");
        chrome.control("a");
        chrome.press("Rosterbook");
        chrome.click(".word-rename button", "Rename everywhere");
        chrome.see(".desk-word h3", "Rosterbook");
        assertThat(api.get("/api/errors/watchbill-no-way-ashore").text())
                .contains("Rosterbook")
                .doesNotContain("Watchbill Desk");
        chrome.go("/library/errors/watchbill-no-way-ashore");
        chrome.see("main", "Rosterbook");

        // who writes the old name is told the new one, and takes it by a press
        chrome.go("/write/errors/watchbill-no-way-ashore");
        chrome.source();
        chrome.see(".cm-content", "Rosterbook");
        String text = api.get("/api/documents/errors/watchbill-no-way-ashore").text();
        chrome.click(".cm-content");
        chrome.control("a");
        chrome.paste(text.replace("Rosterbook", "Watchbill Desk"));
        chrome.see(".problems", "it is called \"Rosterbook\" now");
        chrome.click(".views label", "sheet");
        chrome.see(".held-problems", "it is called \"Rosterbook\" now");
        chrome.click(".held-problems button", "mend it");
        chrome.gone(".held-problems li.warning");
        chrome.see(".part-open", "Rosterbook");
        chrome.assertConsoleIsClean("422");
    }

    @Test
    void whatIsWrittenByHandIsToldWithItsLine() {
        chrome.signIn("lead");
        chrome.go("/write/words");
        chrome.see(".desk-words", "Quaycall");
        chrome.click(".views label", "source");
        chrome.click(".cm-content");
        chrome.control("a");
        chrome.paste("format: 1\nproducts:\n  Quayscan\n");
        chrome.click(".page-head button", "Save");
        chrome.see(".held-problems", "3:");
        chrome.click(".views label", "words");
        chrome.see(".refused", "cannot be read");
        chrome.click(".page-head button", "Back to the saved one");
        chrome.see(".desk-words", "Quaycall");
        chrome.assertConsoleIsClean("422");
    }

    @Test
    void whatWouldMatchIsToldWhileOneTypes() {
        chrome.signIn("author");
        chrome.go("/write/errors/till-staging-full");
        chrome.see(".matching", "Nothing is taken from other errors");
        chrome.source();
        chrome.click(".cm-content");
        chrome.control("a");
        chrome.paste(api.get("/api/documents/errors/till-staging-full")
                .text()
                .replaceAll("(?m)^- (?:Code|Message|Supporting|Sample): .*\\n", ""));
        chrome.see(".matching", "not recognised any more");
        chrome.click(".rehearsing button", "Rehearse on past cases");
        chrome.see(".rehearsing", "of past cases looked at");
        chrome.go("/write/fixes/empty-staging");
        chrome.click(".rehearsing button", "Rehearse on past cases");
        chrome.see(".rehearsing", "published runbook");
        chrome.see(".rehearsing", "What it leaves to put back");
        chrome.assertConsoleIsClean();
    }
}
