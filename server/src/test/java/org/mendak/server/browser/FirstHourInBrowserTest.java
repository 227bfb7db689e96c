package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.server.RunningApp;
import org.openqa.selenium.Keys;

/** The first hour of an empty Mendak: from nothing to the first case that its own library solved, all of it in the browser. */
class FirstHourInBrowserTest extends InBrowser {

    private static final String SAID = "QS-3301: gate scanner at pier north gives no light";

    @Override
    protected RunningApp begun() {
        return RunningApp.empty();
    }

    private void done() {
        chrome.gone(".part-form");
    }

    @Test
    void fromAnEmptyLibraryToTheFirstSolvedCase() {
        api.post(
                        "/api/people",
                        Map.of("login", "lead", "name", "Odd Vik", "role", "lead", "password", "a-long-password"))
                .expect(201);
        chrome.signIn("lead", "a-long-password");
        chrome.click(".band nav a", "Library");
        chrome.see(".empty", "Begin with what somebody just called about");

        // a product, so that misspelt ones are seen
        chrome.click(".links a", "Words of the desk");
        chrome.see(".words-says", "Nothing is written yet");
        chrome.click(".add-part", "a product");
        chrome.see(".desk-word-new");
        chrome.press("Quayscan", Keys.ENTER);
        chrome.see(".desk-word h3", "Quayscan");
        chrome.see(".part-form");
        chrome.press("Boarding-gate scanner", Keys.ENTER);
        done();
        chrome.see(".part-open", "Boarding-gate scanner");
        chrome.click(".page-head button", "Save");
        chrome.see(".page-head", "all saved");

        chrome.go("/write/errors");
        chrome.find(".proposing textarea").sendKeys(SAID);
        chrome.see(".said-word.code", "QS-3301");
        chrome.click(".said-word", "north");
        chrome.see(".said-word.varies", "north");
        chrome.find(".new-document > label:not(:has(.mono)) input").sendKeys("Scanner gives no light");
        chrome.click(".new-document button", "Begin");
        chrome.click(".part-open", "product");
        chrome.see(".part-form");
        chrome.press("Quay");
        chrome.click(".ant-select-item-option", "Quayscan");
        chrome.click(".part-form button", "Done");
        done();
        chrome.click(".add-part", "a fix to try");
        chrome.see(".part-form");
        chrome.press("Press the lamp");
        chrome.click(".ant-select-item-option", "a new fix");
        done();
        chrome.click(".add-part", "what to check at the end");
        chrome.see(".part-form");
        chrome.press("Look at the lamp.", Keys.ENTER);
        done();
        chrome.click(".page-head button", "Save");
        chrome.see(".page-head", "all saved");
        chrome.click(".unwritten a", "write it");
        chrome.see(".part-open .title", "Press the lamp");
        chrome.click(".part-open", "takes");
        chrome.press("2", Keys.ENTER);
        done();
        chrome.click(".add-part", "a step");
        chrome.see(".part-form");
        chrome.press("Press it until it clicks", Keys.ENTER);
        done();
        chrome.click(".page-head button", "Save");
        chrome.see(".page-head", "all saved");
        chrome.click(".page-head a", "back to scanner-gives-no-light");
        chrome.gone(".unwritten");
        chrome.click(".page-head button", "Publish");
        chrome.click(".parcel button", "Publish all 2");
        chrome.gone(".parcel");

        // and somebody calls
        chrome.go("/");
        chrome.see("h1", "In hand");
        chrome.paste(SAID.replace("north", "south"));
        chrome.see(".candidate b", "Scanner gives no light");
        chrome.press("1");
        chrome.see(".open-fix h2", "Press the lamp");
        chrome.press("f");
        chrome.see(".step-line.done", "Press it until it clicks");
        chrome.press("w");
        chrome.see(".closing h2", "It worked.");
        chrome.press("e");
        chrome.see(".ended h2", "Ended: solved");
        assertThat(api.get("/api/errors/scanner-gives-no-light/evidence")
                        .expect(200)
                        .text())
                .contains("press-the-lamp");
        chrome.assertConsoleIsClean("404");
    }
}
