package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Texts;
import org.openqa.selenium.Keys;

/** The library as its authors write it together: what belongs together is published together, and nobody's text is lost. */
class LibraryInBrowserTest extends InBrowser {

    @BeforeAll
    void write() {
        Texts.publish(api);
    }

    private static String fix(String key, String title) {
        return Texts.GROW_FIX.replace("fix: grow-tracks", "fix: " + key).replace("Give the tracks more room", title);
    }

    private String text(String path, String revision) {
        return api.get("/api/documents/" + path + "?revision=" + revision)
                .expect(200)
                .text();
    }

    @Test
    void aRunbookGoesOutWithTheFixThatItNeeds() {
        api.create("fixes/oil-the-winch", fix("oil-the-winch", "Oil the winch")).expect(201);
        api.create("errors/winch-stuck", """
                ---
                error: winch-stuck
                title: "Winch is stuck"
                phases: [launch]
                products: ["Tidewall"]
                ---
                It rusts.

                ## Recognise
                - Message: `The winch does not turn any more`

                ## Try
                1. [Oil the winch](../fixes/oil-the-winch.md)
                2. [Beat the winch](../fixes/beat-the-winch.md)

                ## Verify
                1. Turn it.
                """).expect(201);
        chrome.signIn("lead");
        chrome.go("/write/errors/winch-stuck");
        chrome.source();
        chrome.see(".missing", "There is no fix “Beat the winch” yet.");
        chrome.click(".missing a", "write it");
        chrome.see(".writing h1", "Beat the winch");
        chrome.click(".page-head a", "back to winch-stuck");
        chrome.see(".missing", "Beat the winch");
        api.put(
                        "errors/winch-stuck",
                        text("errors/winch-stuck", "draft")
                                .replace("2. [Beat the winch](../fixes/beat-the-winch.md)\n", ""),
                        "If-Match",
                        "\"r1\"")
                .expect(200);
        chrome.reload();
        chrome.see(".source", "Winch is stuck");
        chrome.click(".writing button", "Publish");
        chrome.see(".parcel", "They are published together, or not at all.");
        chrome.click(".parcel button", "Publish all 2");
        chrome.gone(".parcel");
        chrome.see(".page-head", "published");
        api.get("/api/errors/winch-stuck").expect(200);
        api.get("/api/fixes/oil-the-winch").expect(200);
        chrome.assertConsoleIsClean("404");
    }

    @Test
    void twoAuthorsAtOnceLoseNothing() {
        api.publish("fixes/paint-the-hull", fix("paint-the-hull", "Paint the hull"));
        String path = "fixes/paint-the-hull";
        chrome.signIn("author");
        chrome.go("/write/" + path);
        chrome.source();
        chrome.see(".source", "Paint the hull");
        chrome.find(".source .cm-content").sendKeys(Keys.chord(Keys.CONTROL, Keys.END), "- Caution: mine, it drips");
        chrome.see(".page-head", "not saved yet");
        String theirs = text(path, "draft").replace("Paint the hull", "Paint the whole hull");
        api.put(path, theirs, "If-Match", "\"r1\"").expect(200);
        chrome.click(".writing button", "Save");
        chrome.see(".conflict", "while you wrote");
        chrome.see(".conflict .cm-merge-a", "Paint the whole hull");
        chrome.see(".conflict .cm-merge-b", "mine, it drips");
        // a part of theirs is taken over by its arrow, and what was written stays
        chrome.click(".conflict .take-over");
        chrome.see(".conflict .cm-merge-b", "Paint the whole hull");
        chrome.click(".conflict button", "Save it so");
        chrome.gone(".conflict");
        assertThat(text(path, "draft")).contains("Paint the whole hull", "mine, it drips");

        chrome.see(".source", "Paint the whole hull");
        chrome.find(".source .cm-content").sendKeys(Keys.chord(Keys.CONTROL, Keys.END), Keys.ENTER, "Caution: twice");
        api.put(path, theirs, "If-Match", "\"r3\"").expect(200);
        chrome.click(".writing button", "Save");
        chrome.see(".conflict", "while you wrote");
        chrome.click(".conflict button", "Set mine aside");
        chrome.see("body", "Yours is in the history");
        assertThat(text(path, "draft")).isEqualTo(theirs);
        assertThat(text(path, "5")).contains("- Caution: twice");

        // and any of them comes back
        chrome.go("/write/" + path + "/revisions");
        chrome.see(".revision-list .chosen", "revision 6");
        chrome.click(".revision-list button", "revision 5");
        chrome.see(".beside-texts", "twice");
        chrome.press("s");
        chrome.see(".seen .caution", "mine, it drips");
        chrome.press("b");
        chrome.see(".revision-list .chosen", "revision 7");
        assertThat(text(path, "draft")).contains("- Caution: twice");
        assertThat(api.get("/api/documents/" + path + "/revisions").json()).hasSize(7);
        chrome.assertConsoleIsClean("412");
    }

    @Test
    void aNewPageHasNoMistakesBeforeSomethingIsWritten() {
        chrome.signIn("author");
        chrome.go("/write/errors/never-seen-before");
        chrome.see(".seen", "Nothing is wrong yet.");
        assertThat(chrome.texts(".problems")).isEmpty();
        chrome.source();
        chrome.find(".source .cm-content").sendKeys(Keys.chord(Keys.CONTROL, Keys.END), "Something.");
        chrome.see(".problems", "still to write");
        // what is typed is on the server after a pause: a browser that has nothing of it goes on with it
        assertThat(chrome.later(
                        "const done = arguments[arguments.length - 1]; const look = async () => { const r = await"
                                + " fetch('/api/documents/errors/never-seen-before/writing'); const b = await r.json();"
                                + " if ((b.text ?? '').includes('Something.')) done('there'); else setTimeout(look, 200); };"
                                + " look();"))
                .isEqualTo("there");
        chrome.script("localStorage.clear()");
        chrome.reload();
        chrome.see(".sheet.writes", "Something.");
        chrome.assertConsoleIsClean("404");
    }
}
