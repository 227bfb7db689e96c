package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** Anything is found from the one field, by keys alone. */
class FindInBrowserTest extends InBrowser {

    private void typed(String words) {
        chrome.click(".field");
        chrome.control("a");
        chrome.press(Keys.BACK_SPACE);
        chrome.press(words);
    }

    @Test
    void whatIsTypedWronglyIsFoundAndOpenedByKeys() {
        long n = api.openCase(Map.of(
                "text",
                "the bollard hums",
                "device",
                "quay-lyn-08",
                "requester",
                "Åse Vårheim",
                "reference",
                "SK-77120"));
        chrome.signIn("agent");
        chrome.see("h1", "In hand");
        chrome.press("ase varhiem");
        chrome.see(".found-here .hit", "case " + n);
        chrome.control(Keys.ENTER);
        chrome.see(".find h1", "Find");
        chrome.see(".hit.chosen", "case " + n);
        chrome.press(Keys.ENTER);
        chrome.see(".case-head", "quay-lyn-08");

        // what was typed is kept until something else is
        chrome.go("/find");
        chrome.see(".hit", "case " + n);
        typed("");
        chrome.see(".find .empty", "Typing errors are forgiven");
        typed("look how fulll");
        chrome.see(".hit", "Look how full the area is");
        chrome.click(".find-narrow .ant-segmented-item", "steps");
        chrome.see(".hit.chosen", "step 2");
        chrome.press(Keys.ENTER);
        chrome.see("#step-2", "Look how full the area is");
        assertThat(chrome.script("return location.pathname + location.hash"))
                .isEqualTo("/library/fixes/empty-staging#step-2");

        chrome.go("/find");
        typed("staging");
        chrome.see(".find [role=status]", "found");
        chrome.click(".find .plain", "go on");
        chrome.await("a hundred hits", () -> chrome.texts(".hit").size() >= 100 ? true : null);
        typed("qqqqqq");
        chrome.see(".find", "Nothing has “");
        chrome.assertConsoleIsClean();
    }
}
