package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.cases.Desk;
import org.openqa.selenium.Keys;
import tools.jackson.databind.JsonNode;

/** The case's workspace in Chromium: by keys alone, over the phone, with colleagues, at the device, and what is owed afterwards. */
class WorkspaceInBrowserTest extends InBrowser {

    private static final String FULL = "Not enough room in /var/stage/pier-3 for till-5.4.pkg: 812 MB needed";

    /** What docs/measurements.md says; a whole case must not need more. */
    private static final int KEYS = 20;
    /** Eight steps with five items of a list, each with a value of its own, and a gate. */
    private static final int LIST_KEYS = 56;

    private int keys;

    @BeforeAll
    void write() {
        PartsMissing.publish(api);
        for (String doc : List.of("fixes/load-fetcher", "fixes/write-pack-disk", "errors/packs-not-written")) {
            api.publish(doc, Desk.text(doc));
        }
    }

    private void tap(CharSequence key) {
        keys++;
        chrome.press(key);
    }

    private void paste(String text) {
        keys++;
        chrome.paste(text);
    }

    private JsonNode see(long number) {
        return api.get("/api/cases/" + number).expect(200).json();
    }

    private long open(String text, String error, Map<String, Object> more) {
        Map<String, Object> opening = new java.util.HashMap<>(more);
        opening.put("text", text);
        opening.put("error", error);
        return api.openCase(opening);
    }

    private long begin(long number, String fix) {
        return api.post("/api/cases/" + number + "/attempts", Map.of("fix", fix))
                .expect(201)
                .json()
                .path("id")
                .asLong();
    }

    private void entry(long number, long attempt, String id, Map<String, Object> more) {
        Map<String, Object> entry = new java.util.HashMap<>(more);
        entry.put("clientId", id);
        api.post("/api/cases/" + number + "/attempts/" + attempt + "/steps", entry)
                .expect(200);
    }

    /** From the pasted message to the text for the ticket: three parts are fetched, the check holds, it works, the case ends. */
    @Test
    void aWholeCaseIsWorkedByKeysAlone() {
        chrome.signIn("agent");
        paste(PartsMissing.TEXT);
        chrome.see(".candidates, .right", PartsMissing.TITLE);
        tap("1");
        chrome.see(".step.current", "See what is missing");
        tap("a");
        chrome.see(".needs .tick-off");
        tap("c");
        paste("missing: rosterview.wbl, crew.wbl; tide.wbl");
        chrome.see(".inline-ask");
        tap("1");
        chrome.see(".step.current", "missing parts: rosterview.wbl");
        tap("f");
        for (String item : List.of("rosterview.wbl", "crew.wbl", "tide.wbl")) {
            chrome.see(".step.current .filled", item);
            tap("c");
            tap("f");
        }
        chrome.see(".step.current", "See that all is there");
        tap("c");
        paste("parts: complete");
        chrome.see(".inline-ask");
        tap("1");
        chrome.see(".check.yes", "as it should be");
        tap("f");
        tap("w");
        chrome.see(".closing", "It worked.");
        tap("e");
        chrome.see(".ended h2", "Ended: solved");
        tap("t");
        chrome.await(
                "the ticket's text",
                () -> chrome.clipboard().contains("Put the missing parts back: worked") ? true : null);
        assertThat(keys).isEqualTo(KEYS);
        long number = Long.parseLong(chrome.clipboard().replaceAll("(?s).*?Case (\\d+).*", "$1"));
        JsonNode steps = see(number).path("attempts").path(0).path("steps");
        assertThat(steps.toString()).contains("\"item\":\"crew.wbl\"");
        chrome.assertConsoleIsClean();
    }

    /** It is there, it is not, and nobody looked: three routes, told apart by one key each. */
    @Test
    void aLookThatNobodyMadeIsNoAnswer() {
        String says = "Pack north pier.pack not written to disk 7";
        chrome.signIn("agent");
        chrome.go("/case/" + open(says, "packs-not-written", Map.of()));
        chrome.see(".question-card", "Which modules are loaded?");
        chrome.press("j");
        chrome.see(".open-fix h2", "Load the fetcher anew");
        chrome.see(".later", "only if the fetcher's release is less than 2.0 or no fetcher's release is there");
        chrome.go("/case/" + open(says, "packs-not-written", Map.of()));
        chrome.see(".question-card", "Which modules are loaded?");
        chrome.press("9");
        chrome.see(".open-fix h2", "Load the fetcher anew");
        chrome.see(".later", "Write the pack disk anew");
        assertThat(chrome.find(".later").getText()).doesNotContain("only if");
        chrome.go("/case/" + open(says, "packs-not-written", Map.of()));
        chrome.see(".question-card", "Which modules are loaded?");
        chrome.paste("fetcher 2.4");
        chrome.gone(".question-card");
        chrome.see(".excluded", "Not for this case: 2 fixes");
        chrome.gone(".later");
        chrome.assertConsoleIsClean();
    }

    /** Two people work one attempt: who is later is told what the other recorded, and writes over nothing. */
    @Test
    void whoRecordsSecondIsToldWhatTheFirstRecorded() {
        long n = open(
                "Pack sound.pack not written to disk 7",
                "packs-not-written",
                Map.of("facts", Map.of("fetcher", "not-there")));
        long attempt = begin(n, "load-fetcher");
        chrome.signIn("agent");
        // behind a bad line the page hears of nothing
        chrome.blocked("*/api/live*");
        chrome.go("/case/" + n);
        chrome.see(".open-fix h2", "Load the fetcher anew");
        chrome.press("f");
        chrome.see(".step-line.done", "Load it");
        api.patch("/api/cases/" + n + "/attempts/" + attempt, Map.of("outcome", "no-change"))
                .expect(200);
        chrome.press("w");
        chrome.see("body", "recorded \"no-change\" of this fix meanwhile");
        assertThat(see(n).path("attempts").path(0).path("outcome").asString()).isEqualTo("no-change");
    }

    /** A look decides, five items have a value each, a row is chosen, and what destroys waits behind its gate; by keys alone. */
    @Test
    void aCaseWithAListAndAGateIsWorkedByKeysAlone() {
        chrome.signIn("agent");
        keys = 0;
        paste("TW-8801 Pack north pier.pack not written to disk 7");
        chrome.see(".candidates, .right", "Board packs are not written");
        tap("1");
        chrome.see(".question-card", "Which modules are loaded?");
        paste("stager 3.1\nfetcher 1.4");
        chrome.see(".step.current", "See which packs are held");
        tap("a");
        chrome.see(".needs .tick-off");
        tap("c");
        paste(
                "Pack     Holder\n----     ------\ntides    shelf\nmoon     board-2\nnorth    shelf\nsouth    board-1\nsound    shelf");
        output();
        chrome.see(".reading", "tides");
        tap("f");
        for (String pack : List.of("tides", "moon", "north", "south", "sound")) {
            chrome.see(".output textarea[aria-label='paste what it printed for " + pack + "']");
            tap("c");
            paste("seal S-" + pack.toUpperCase(java.util.Locale.ROOT) + "-1");
            output();
            chrome.see(".reading", "S-" + pack.toUpperCase(java.util.Locale.ROOT));
            tap("f");
        }
        chrome.see(".step.current", "Set each pack free");
        for (String pack : List.of("tides", "moon", "north", "south", "sound")) {
            tap("c");
            String command =
                    "packctl free --pack " + pack + " --seal S-" + pack.toUpperCase(java.util.Locale.ROOT) + "-1";
            chrome.await(pack, () -> chrome.clipboard().equals(command) ? true : null);
            tap("f");
        }
        chrome.see(".step.current", "Look at the disks");
        tap("c");
        paste("Disk 7 64 GB NORTH PIER\nDisk 3 500 GB SPARE");
        output();
        chrome.see(".reading", "SPARE");
        tap("f");
        chrome.see(".reading-open", "the one whose label hangs on the cable");
        tap("2");
        chrome.see(".reading", "chosen");
        tap("f");
        chrome.see(".step.current .filled", "3");
        tap("c");
        paste("room 12 GB");
        output();
        chrome.see(".reading", "12 GB");
        tap("f");
        chrome.see(".step.current", "Note how it was mounted");
        tap("0");
        chrome.see(".reading", "not known");
        tap("f");
        chrome.see(".destroying", "all data on disk");
        assertThat(chrome.texts(".step.current .command")).isEmpty();
        tap("y");
        chrome.see(".destroying", "The data was said to be safe");
        chrome.find(".destroying input.mono").sendKeys("3" + Keys.ENTER);
        keys += 2;
        chrome.see(".step.current .command", "packctl write --disk 3 --yes");
        tap("c");
        tap("f");
        tap("w");
        chrome.see(".closing", "It worked.");
        assertThat(keys).isEqualTo(LIST_KEYS);
        chrome.assertConsoleIsClean();
    }

    /** Pasted beside a text box: it is the output of the step. */
    private void output() {
        chrome.see(".inline-ask");
        tap("1");
    }

    @Test
    void aCommandIsReadOutPieceByPieceAndReadBack() {
        long n = open(PartsMissing.TEXT, PartsMissing.ERROR, Map.of("reached", "phone"));
        chrome.signIn("agent");
        chrome.go("/case/" + n);
        chrome.see(".step.current", "See what is missing");
        chrome.press("s");
        chrome.see(".say-it .piece", "roste");
        chrome.see(".say-it .names", "romeo, oscar, sierra, tango, echo");
        for (int i = 0; i < 8 && chrome.texts(".say-it .piece").size() > 0; i++) {
            chrome.press(" ");
        }
        chrome.see(".say-it", "all of it was read back");
        chrome.press(Keys.ESCAPE);
        chrome.gone(".say-it");
        // nobody knows what it showed: that is said before the step is done
        chrome.press("0");
        chrome.see(".reading", "not known");
        chrome.press("f");
        chrome.await(
                "what was heard",
                () -> see(n).toString().contains("\"heard\":\"rosterctl parts --missing\"") ? true : null);
        chrome.assertConsoleIsClean();
    }

    @Test
    void aWrongTargetStopsTheStepAndShowsNoCommand() {
        long n = open(FULL, "till-staging-full", Map.of());
        long a = begin(n, "reimage-till");
        entry(n, a, "o", Map.of("step", 0, "what", "output", "output", "this is TIL-0704"));
        entry(n, a, "d0", Map.of("step", 0, "what", "done"));
        entry(n, a, "p", Map.of("step", 1, "what", "output", "output", "pushed 217, left 0"));
        entry(n, a, "d1", Map.of("step", 1, "what", "done"));
        chrome.signIn("agent");
        chrome.go("/case/" + n);
        chrome.see(".destroying", "Destroys data");
        assertThat(chrome.texts(".step.current .command")).isEmpty();
        assertThat(chrome.texts("main").toString()).doesNotContain("TIL-0704");
        chrome.press("y");
        chrome.see(".destroying", "The data was said to be safe");
        chrome.find(".destroying input.mono").sendKeys("til 0407" + Keys.ENTER);
        chrome.see(".ant-message", "differs from the captured one at character 5");
        assertThat(chrome.texts(".step.current .command")).isEmpty();
        chrome.find(".destroying input.mono").sendKeys("til 0704" + Keys.ENTER);
        chrome.see(".step.current .command", "shorectl image write --to TIL-0704");
        chrome.press("f");
        chrome.see(".step.current", "Tell it its pier");
        chrome.assertConsoleIsClean("422");
    }

    @Test
    void whatAFailedFixChangedIsUndoneBeforeTheNext() {
        long n = open(FULL, "till-staging-full", Map.of("reached", "remote"));
        long a = begin(n, "empty-staging");
        entry(n, a, "o", Map.of("step", 0, "what", "output", "output", "start type manual"));
        entry(n, a, "d", Map.of("step", 0, "what", "done"));
        chrome.signIn("agent");
        chrome.go("/case/" + n);
        chrome.see(".step.current");
        chrome.press("n");
        chrome.see(".off-page", "2 steps are untouched here");
        chrome.press("n");
        chrome.see(".undo-first", "Empty the staging area did not do it");
        chrome.see(".undo-first", "tillctl helper start --type manual");
        chrome.press("t");
        chrome.gone(".undo-first");
        chrome.see(".margin", "with Runa Holm");
        chrome.go("/");
        chrome.see(".owed-lines", "start the helper");
        chrome.click(".owed-lines button", "done");
        chrome.await(
                "it is done",
                () -> see(n).path("putBacks").path(0).path("state").asString().equals("done") ? true : null);
        chrome.assertConsoleIsClean();
    }

    @Test
    void beforeTheNextFixTheOriginalActionIsTriedAgain() {
        long n = open(FULL, "till-staging-full", Map.of());
        chrome.signIn("agent");
        chrome.go("/case/" + n);
        chrome.see(".open-fix h2");
        String first = chrome.texts(".open-fix h2").get(0);
        chrome.click(".outcomes .plain", "more");
        chrome.click(".ant-dropdown-menu-item", "not retested");
        chrome.see(".open-fix h2", "Retest first?");
        chrome.see(".open-fix", first + " was done");
        chrome.press("n");
        chrome.await(
                "no change",
                () -> see(n).path("attempts").path(0).path("outcome").asString().equals("no-change") ? true : null);
        chrome.assertConsoleIsClean();
    }

    @Test
    void colleaguesSeeEachOthersStepsAndTheCaseGoesOnInOtherHands() {
        long n = open(FULL, "till-staging-full", Map.of("reached", "remote"));
        begin(n, "move-staging");
        try (Chrome other = another()) {
            other.signIn("author");
            other.go("/case/" + n);
            other.see(".step.current", "See which disks it has");
            chrome.signIn("agent");
            chrome.go("/case/" + n);
            chrome.see(".notice", "take it");
            chrome.press("l");
            chrome.see(".step.current", "See which disks it has");
            other.see(".notice", "Runa Holm works on it");
            // no reload: it is heard of over the live stream
            chrome.paste("disk sda 64 GB SYSTEM TILL\ndisk sdb 500 GB DATA NORRHOLM");
            chrome.press("1");
            chrome.see(".reading", "sdb");
            chrome.press("f");
            other.see(".step.current", "Choose the data disk");
            other.see(".reading-open", "sdb");
            other.press("2");
            other.see(".reading", "chosen");
            other.press("f");
            chrome.see(".step.current .filled", "sdb");
            chrome.press("f");
            other.see(".step.current", "Point the helper to it");
            other.press("f");
            chrome.see(".step.current", "Restart the till");
            chrome.press("r");
            chrome.see(".parked", "Waiting for a restart");
            chrome.press("l");
            chrome.see(".give-to");
            chrome.find(".give-to .ant-select input").sendKeys("Ines" + Keys.ENTER);
            chrome.find(".give-to textarea").sendKeys("It restarts; then the update again.");
            chrome.click(".give-to button[type=submit]");
            chrome.see(".notice", "Ines Tarn works on it");

            other.see(".notice", "Runa Holm gave it to Ines Tarn: It restarts; then the update again.");
            other.press("g");
            other.gone(".parked");
            other.press("w");
            other.see(".closing", "It worked.");
            other.press("e");
            other.see(".ended h2", "Ended: solved");
            chrome.see(".ended h2", "Ended: solved");
            other.assertConsoleIsClean();
        }
        chrome.assertConsoleIsClean();
    }

    @Test
    void whatCameBackIsAskedForOnceAndKnownFromTheDevice() {
        long old = open(
                FULL, "till-staging-full", Map.of("device", "till-tar-09", "facts", Map.of("device.image", "7.2")));
        api.attempt(old, "empty-staging", "worked", 4);
        api.close(old, "solved").expect(200);
        long n = open(FULL, "till-staging-full", Map.of("device", "till-tar-09"));
        chrome.signIn("agent");
        chrome.go("/case/" + n);
        chrome.see(".known", "7.2");
        chrome.see(".notice", "Has it come back?");
        chrome.press("y");
        chrome.see(".case-head", "follows case " + old);
        assertThat(see(old).path("attempts").path(0).path("cameBack").asBoolean())
                .isTrue();
        chrome.assertConsoleIsClean();
    }

    @Test
    void whoMustWorkNowIsGotGoingAndTheRestStaysOwed() {
        long n = open("Watchbill Desk cannot start: rosterview.wbl is missing", "watchbill-part-missing", Map.of());
        chrome.signIn("agent");
        chrome.go("/case/" + n);
        chrome.see(".excluded", "Not for this case: 1 fix");
        chrome.press("p");
        chrome.see(".order-line", "Getting them going is enough");
        chrome.see(".notice", "Open rosters in the browser meanwhile may help after all");
        chrome.see(".open-fix h2", "Open rosters in the browser meanwhile");
        chrome.press("w");
        chrome.see(".off-page", "Done off the page?");
        chrome.press("y");
        chrome.see(".closing", "worked around");
        chrome.press("e");
        chrome.find(".closing input[placeholder='What does not work yet']")
                .sendKeys("rosters cannot be changed" + Keys.ENTER);
        chrome.see(".ended h2", "Ended: worked around");
        chrome.go("/");
        chrome.see(".owed-lines", "Mend for good");
        chrome.assertConsoleIsClean();
    }
}
