package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** Somebody who never saw the grammar writes into the sheet, and a second person vouches for it. */
class SheetInBrowserTest extends InBrowser {

    private static final String SAID = "PD-7781: ticket drawer on port com3 did not open within 30 s";

    /** Nothing is called wrong while it is only not finished. */
    private void noErrorSoFar() {
        assertThat(chrome.texts(".held-problems li.error, .problems li.error")).isEmpty();
    }

    private void add(String what) {
        chrome.click(".add-part", what);
        chrome.see(".part-form");
    }

    private void addMore(String what) {
        chrome.click(".sheet-step .add-part", "+ more");
        chrome.click(".ant-dropdown:not(.ant-dropdown-hidden) .ant-dropdown-menu-item", what);
        chrome.see(".part-form");
    }

    private void done() {
        chrome.gone(".part-form");
    }

    private void newFix(String title) {
        add("a fix to try");
        chrome.press(title);
        chrome.click(".ant-select-item-option", "a new fix, “" + title + "”");
        done();
        chrome.see(".part-item", title);
    }

    private void save() {
        chrome.click(".page-head button", "Save");
        chrome.see(".page-head", "all saved");
    }

    @Test
    void aNewcomersRunbookIsWrittenReviewedAndPublished() {
        chrome.signIn("author");
        chrome.go("/write/errors");
        chrome.find(".proposing textarea").sendKeys(SAID);
        chrome.see(".said-word.varies", "com3");
        chrome.find("input[aria-label='name of com3']").sendKeys("s");
        chrome.find(".new-document > label:not(:has(.mono)) input").sendKeys("Ticket drawer stays shut");
        chrome.click(".new-document button", "Begin");
        chrome.see(".part-open", "ticket drawer on port {ports:word} did not open within {duration:duration}");
        noErrorSoFar();
        newFix("Wake the drawer");
        newFix("Change the cable");
        // only the second one depends on something
        chrome.script("document.querySelectorAll('.part-tool.adds')[1].click()");
        chrome.click(".ant-dropdown:not(.ant-dropdown-hidden) .ant-dropdown-menu-item", "a condition");
        chrome.see(".part-form");
        chrome.press("worked_before = yes");
        chrome.press(Keys.TAB, "it worked before the update", Keys.ENTER);
        done();
        chrome.see(".part-clause", "it worked before the update");
        add("what to check at the end");
        chrome.press("Open the drawer.", Keys.ENTER);
        done();
        noErrorSoFar();
        save();

        chrome.click(".part-item .unwritten a", "write it");
        chrome.see(".part-open .title", "Wake the drawer");
        chrome.click(".part-open", "takes");
        chrome.press("3", Keys.ENTER);
        done();
        add("a step");
        chrome.press("See what it was set to", Keys.ENTER);
        done();
        add("a command");
        chrome.press("drawerctl show --port com3");
        chrome.control(Keys.ENTER);
        done();
        addMore("a value to keep from before");
        chrome.press("idle after {idle:number} min", Keys.ENTER);
        done();
        add("what to put back");
        chrome.press("let it sleep as before", Keys.TAB, "drawerctl idle --minutes {idle}", Keys.ENTER);
        done();
        noErrorSoFar();
        save();
        String fix =
                api.get("/api/documents/fixes/wake-the-drawer?revision=draft").text();
        assertThat(fix).isEqualTo("""
                        ---
                        fix: wake-the-drawer
                        title: "Wake the drawer"
                        minutes: 3
                        ---

                        ## See what it was set to
                        ```sh
                        drawerctl show --port com3
                        ```
                        - Capture before: `idle after {idle:number} min`
                        - Put back: let it sleep as before, `drawerctl idle --minutes {idle}`
                        """);

        chrome.click(".page-head a", "back to ticket-drawer-stays-shut");
        chrome.click(".part-item .unwritten a", "write it");
        chrome.see(".part-open .title", "Change the cable");
        chrome.click(".part-open", "takes");
        chrome.press("10", Keys.ENTER);
        done();
        add("a step");
        chrome.press("Put in the new cable", Keys.ENTER);
        done();
        save();

        chrome.click(".page-head a", "back to ticket-drawer-stays-shut");
        chrome.gone(".unwritten");
        noErrorSoFar();
        chrome.click(".page-head button", "To review");
        chrome.click(".asking .ant-select");
        chrome.click(".ant-select-item-option", "Odd Vik");
        chrome.click(".asking button", "Ask to read it");
        chrome.see(".review-state", "asked Odd Vik to read it");

        try (Chrome odd = another()) {
            odd.signIn("lead");
            odd.go("/library");
            odd.click(".drafts a", "Ticket drawer stays shut");
            odd.see(".review-state", "asked you to read it");
            odd.see(".part-open", "Open the drawer.");
            odd.script("[...document.querySelectorAll('.part-row')].find(r => r.innerText.includes('Open the drawer'))"
                    + ".querySelector(\"[title='say something about it']\").click()");
            odd.see(".say-box");
            odd.press("From which screen?", Keys.ENTER);
            odd.see(".comments", "From which screen?");
            odd.click(".page-head button", "Send back");
            odd.find(".asking textarea").sendKeys("One question is open.", Keys.ENTER);
            odd.see(".page-head", "draft");
            odd.assertConsoleIsClean();
        }

        chrome.reload();
        chrome.see(".review-state", "One question is open.");
        chrome.see(".part-item .comments", "From which screen?");
        chrome.click(".part-item .part-open", "Open the drawer.");
        chrome.see(".part-form");
        chrome.press(Keys.BACK_SPACE, " from the sale.", Keys.ENTER);
        done();
        save();
        // the line has changed, so what was said about it stands above, with what the line was
        chrome.see(".review-state .quote", "1. Open the drawer.");
        chrome.script("[...document.querySelectorAll('.review-state .comments li')].forEach(li =>"
                + " [...li.querySelectorAll('button')].find(b => b.innerText === 'settled').click())");
        chrome.see(".review-state summary", "2 comments settled");
        chrome.click(".page-head button", "To review");
        chrome.click(".asking button", "Ask to read it");
        chrome.see(".review-state", "asked any lead to read it");
        chrome.assertConsoleIsClean("404");

        try (Chrome odd = another()) {
            odd.signIn("lead");
            odd.go("/write/errors/ticket-drawer-stays-shut");
            odd.click(".page-head button", "Publish");
            odd.click(".parcel button", "Publish all 3");
            odd.gone(".parcel");
            odd.see(".page-head", "published");
            odd.assertConsoleIsClean();
        }
        assertThat(api.post("/api/recognitions", Map.of("text", SAID.replace("com3", "com7")))
                        .json()
                        .path("candidates")
                        .path(0)
                        .path("error")
                        .asString())
                .isEqualTo("ticket-drawer-stays-shut");
        assertThat(api.get("/api/fixes/wake-the-drawer").expect(200).text()).contains("let it sleep as before");
    }

    @Test
    void partsAreMovedTakenAwayAndBroughtBackOverBothViews() {
        String path = "fixes/empty-staging";
        String before = api.get("/api/documents/" + path).text();
        chrome.signIn("author");
        chrome.go("/write/" + path);
        chrome.click(".sheet-step .part-open", "Look how full the area is");
        chrome.see(".part-form");
        chrome.press(Keys.ESCAPE);
        done();
        chrome.held(Keys.ALT, Keys.ARROW_UP);
        chrome.await(
                "the step first",
                () -> chrome.texts(".sheet.writes h3").get(0).contains("Look how full") ? true : null);
        chrome.control("e");
        chrome.see(".cm-content", "Look how full the area is");
        chrome.control("z");
        chrome.see(".page-head", "all saved");
        chrome.control("y");
        chrome.see(".page-head", "not saved yet");
        chrome.control("e");
        assertThat(chrome.texts(".sheet.writes h3").get(0)).contains("Look how full");
        chrome.click(".views button", "Undo");
        chrome.see(".page-head", "all saved");
        // what would be read as something else is refused where it was typed, and stays there
        chrome.click(".sheet.writes .part-open", "What interrupted updates have left behind");
        chrome.see(".part-form");
        chrome.press("\n\n## A step of its own");
        chrome.control(Keys.ENTER);
        chrome.see(".part-form .refused", "would be read as something else here");
        chrome.press(Keys.ESCAPE);
        done();
        assertThat(api.get("/api/documents/" + path + "?revision=draft").text()).isEqualTo(before);
        chrome.assertConsoleIsClean("422");
    }

    @Test
    void whatIsTypedWithoutAConnectionGoesInWhenThereIsOne() {
        chrome.signIn("author");
        chrome.go("/write/fixes/set-clock");
        chrome.click(".sheet.writes .part-open .title");
        chrome.see(".part-form");
        chrome.blocked("*/api/documents/*");
        chrome.press(", by hand");
        chrome.see(".part-form .refused", "No connection.");
        chrome.blocked();
        chrome.gone(".part-form .refused");
        chrome.press(Keys.ENTER);
        done();
        chrome.see(".part-open .title", ", by hand");
        chrome.see(".page-head", "not saved yet");
    }

    @Test
    void aFixIsRenamedFromItsPageAndWhatLooksTheSameIsNamedOnTheShelf() {
        String text = api.get("/api/documents/fixes/drain-queue").text();
        api.create("fixes/drain-queue-too", text.replace("fix: drain-queue", "fix: drain-queue-too"))
                .expect(201);
        chrome.signIn("lead");
        chrome.go("/library");
        chrome.click(".shelf-tabs a", "Fixes");
        chrome.find(".field").sendKeys("queue");
        chrome.see(".fix-shelf .alike", "Much like");
        chrome.go("/library/fixes/drain-queue");
        chrome.see(".sheet a");
        List<String> used = chrome.texts(".sheet a");
        chrome.click(".page-head button", "Rename");
        chrome.find(".asking input").sendKeys("-first", Keys.ENTER);
        chrome.await("the new name", () -> chrome.path().endsWith("/library/fixes/drain-queue-first") ? true : null);
        chrome.see(".sheet-page h1");
        chrome.await("what uses it", () -> chrome.texts(".sheet a").equals(used) ? true : null);
        chrome.click(".page-head button", "Put away");
        chrome.see("body", "still used by");
        chrome.assertConsoleIsClean("409");
    }
}
