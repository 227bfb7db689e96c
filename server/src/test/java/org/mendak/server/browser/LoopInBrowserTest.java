package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Texts;
import org.openqa.selenium.Keys;

/** The loop as an agent works it: from a pasted text to a changed order, by keys. */
class LoopInBrowserTest extends InBrowser {

    private static final String WRAPPED = """
            07:12:44 plotter[811] INFO starting
            07:12:45 plotter[811] ERROR Track store /srv/tracks/nor holds 5012 tra
            cks, limit 5000 reached
            """;

    @BeforeAll
    void write() {
        Texts.publish(api);
        assertThat(api.csv(nearlyEven()).expect(200).json().path("rejected").size())
                .isZero();
    }

    /** Seven cases in which the author's first fix is just ahead; one more failure of it turns the order round. */
    private static String nearlyEven() {
        StringBuilder csv = new StringBuilder("case,error,opened_at,closed_at,status,position,fix,outcome,minutes\n");
        for (int i = 0; i < 7; i++) {
            boolean first = i < 4;
            String head = "even-" + i + ",tracks-full,2026-10-" + (i + 10) + "T08:00:00Z,2026-10-" + (i + 10)
                    + "T09:00:00Z,solved,";
            csv.append(head)
                    .append("1,clear-tracks,")
                    .append(first ? "worked" : "no-change")
                    .append(",6\n");
            if (!first) {
                csv.append(head).append("2,grow-tracks,worked,8\n");
            }
        }
        return csv.toString();
    }

    private void assertFirstOfPlan(String fix) {
        var plan = api.get("/api/errors/tracks-full/plan").expect(200).json();
        assertThat(plan.path("ordered").path(0).path("key").asString())
                .as(plan.toString())
                .isEqualTo(fix);
    }

    @Test
    void fromAPastedErrorToAFixWhoseRankHasChanged() {
        assertFirstOfPlan("clear-tracks");
        chrome.signIn("agent");
        chrome.see("h1", "In hand");

        chrome.paste(WRAPPED);
        chrome.see(".candidate b", "Plotter does not start, tracks full");
        chrome.see(".candidate", "/srv/tracks/nor");
        chrome.see(".candidate", "first: Clear the old tracks");
        assertThat(chrome.texts(".behind .drawn-value")).contains("/srv/tracks/nor", "5012", "5000");
        chrome.press("1");

        chrome.see(".open-fix h2", "Clear the old tracks");
        assertThat(chrome.path()).startsWith("/case/");
        long number = Long.parseLong(chrome.path().substring("/case/".length()));
        chrome.press("c");
        // the word that says so goes by itself, on a busy machine before anybody looks
        chrome.await(
                "the command in the clipboard", () -> chrome.clipboard().equals("plotctl stop --wait") ? true : null);
        chrome.press(Keys.ENTER);
        chrome.find(".ask-value input").sendKeys("quiet" + Keys.ENTER);
        chrome.see(".reading", "as it was said");
        chrome.press("f");
        chrome.see(".step.current h3", "Clear the folder");
        chrome.see(".command .filled", "/srv/tracks/nor");
        chrome.see(".put-back", "start the plotter");

        chrome.find(".margin textarea[aria-label=Notes]").sendKeys("half a sent");
        chrome.reload();
        chrome.see(".step.current h3", "Clear the folder");
        assertThat(chrome.find(".margin textarea[aria-label=Notes]").getAttribute("value"))
                .isEqualTo("half a sent");
        chrome.press("c");
        chrome.await(
                "the next command in the clipboard",
                () -> chrome.clipboard().equals("plotctl clear /srv/tracks/nor") ? true : null);
        chrome.press("f");
        chrome.see(".step-line.done", "Clear the folder");

        chrome.press("n");
        chrome.see(".tried", "loose end: no change");
        chrome.see(".undo-first", "start the plotter");
        chrome.press(Keys.ESCAPE);
        chrome.see(".open-fix h2", "Give the tracks more room");
        chrome.press("f");
        chrome.see(".step-line.done", "Grow the area");
        chrome.press("w");
        chrome.see(".closing h2", "It worked.");
        chrome.see(".closing", "start the plotter");
        chrome.press("b");
        chrome.gone(".put-back");
        chrome.press("e");
        chrome.see(".ended h2", "Ended: solved");
        chrome.see(".ended", "Mended by Give the tracks more room");

        assertFirstOfPlan("grow-tracks");
        chrome.click(".case-head h1 a");
        chrome.see(".sheet-page h1", "Plotter does not start, tracks full");
        chrome.see(".page .soft", "8 cases, 8 solved");
        chrome.click(".try:nth-child(2) .bar-button");
        chrome.see(".evidence-detail", "4 of 4");
        chrome.click(".evidence-detail a", String.valueOf(number));
        chrome.see(".ended h2", "Ended: solved");
        chrome.press("r");
        chrome.see(".tried", "came back");
        chrome.assertConsoleIsClean();
    }
}
