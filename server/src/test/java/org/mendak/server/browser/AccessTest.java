package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** No screen has a serious fault of accessibility, by day and by night, as far as axe-core finds them (WCAG 2.2, A and AA). */
class AccessTest extends InBrowser {

    private static final String RUN = "const done = arguments[arguments.length - 1];"
            + "axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'], resultTypes: ['violations']})"
            + ".then(r => done(r.violations.filter(v => ['serious', 'critical'].includes(v.impact))"
            + ".map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.target.join(' ') + ' ' + n.failureSummary).join(' | '))),"
            + "e => done([String(e)]))";

    private void assertAccessible(String where) throws IOException {
        chrome.script(Files.readString(Path.of("../web/node_modules/axe-core/axe.min.js")));
        for (boolean dark : new boolean[] {false, true}) {
            chrome.wear(dark);
            Object found = chrome.later(RUN);
            assertThat((List<?>) found)
                    .as(where + (dark ? " by night" : " by day"))
                    .isEmpty();
        }
    }

    @Test
    void everyScreenIsAccessible() throws IOException {
        chrome.go("/");
        chrome.see("input[name=login]");
        assertAccessible("sign-in");
        chrome.signIn("lead");
        chrome.see("h1");
        assertAccessible("in hand");
        api.create(
                        "fixes/only-a-draft",
                        "---\nfix: only-a-draft\ntitle: \"Draft\"\nminutes: 1\n---\nIt helps.\n\n## Do it\n")
                .expect(201);
        api.create(
                        "errors/needs-a-fix",
                        "---\nerror: needs-a-fix\ntitle: \"Needs a fix\"\nphases: [update]\nproducts: [\"Tidewall\"]\n---\nWhy.\n\n"
                                + "## Recognise\n- Message: `The quay bell is silent today`\n\n## Try\n1."
                                + " [Draft](../fixes/only-a-draft.md)\n\n## Verify\n1. Ring it.\n")
                .expect(201);
        String charts =
                api.get("/api/documents/fixes/copy-charts?revision=draft").text();
        api.put("fixes/copy-charts", charts + "\nThen it hums.\n", "If-Match", "\"r2\"")
                .expect(200);
        PartsMissing.publish(api);
        long number = api.openCase(Map.of("text", PartsMissing.TEXT, "error", PartsMissing.ERROR));
        for (String[] screen : new String[][] {
            {"/case/" + number, ".step.current"},
            {"/taking-in", ".taking-in"},
            {"/library", "h1"},
            {"/library/errors/till-staging-full", "h1"},
            {"/library/fixes/empty-staging", "h1"},
            {"/library/in-and-out", ".hooks"},
            {"/write/bring-in", ".bring-in-take"},
            {"/gaps", ".gap-lines"},
            {"/gaps/upkeep", ".upkeep-lines"},
            {"/find", ".find-narrow"},
            {"/practice", ".practice .names"},
            {"/evidence", ".evidence-summary"},
            {"/evidence/till-staging-full", ".fix-rows"},
            {"/write/errors/till-staging-full", ".sheet.writes"},
            {"/write/errors", ".proposing"},
            {"/library/fixes", ".fix-shelf"},
            {"/write/fixes/copy-charts/revisions", ".cm-mergeView"},
            {"/write/how-to", "h1"},
            {"/case/" + failed(), ".undo-first"},
            {"/case/" + destroying(), ".destroying"},
            {"/case/" + held(), ".held"},
            {"/case/" + severalPlaces(), ".place"},
            {"/case/" + rowToChoose(), ".place"},
            {"/case/" + askedFirst(), ".question-card"},
            {"/case/" + ended(), ".ended"},
            {"/show", "#code"},
            {"/show/" + shown(number), "main[data-code]"},
            {"/team", "h1"},
            {"/team/people", ".people"},
            {"/team/journal", ".acts li"},
            {"/team/keeping", ".kept-days"},
            {"/team/settings", ".setting"},
            {"/marks", "h1"}
        }) {
            chrome.go(screen[0]);
            chrome.see(screen[1]);
            assertAccessible(screen[0]);
        }
        chrome.go("/write/errors/needs-a-fix");
        chrome.click(".writing button", "Publish");
        chrome.see(".parcel");
        assertAccessible("what must be published with it");
        chrome.go("/practice");
        chrome.see(".practice .names");
        chrome.press("t");
        chrome.see(".console");
        assertAccessible("a practice device");
        chrome.go("/practice");
        chrome.see(".practice .names");
        chrome.press("c");
        chrome.see(".says");
        assertAccessible("a practice call");
        chrome.press("c");
        chrome.see(".practice-strip");
        assertAccessible("taking in a practice call");
        chrome.see(".candidate.none");
        chrome.press("0");
        chrome.see(".other-end .console");
        assertAccessible("a practice case");
        chrome.press(";");
        chrome.see(".doings");
        assertAccessible("what can be asked and done at the other end");
        // what asks for an answer is reached by a key
        chrome.go("/case/" + severalPlaces());
        chrome.see(".place");
        chrome.press("v");
        chrome.see(".show-it svg");
        assertAccessible("show it at the device");
        chrome.press(Keys.ESCAPE);
        chrome.gone(".show-it");
        chrome.press("w");
        chrome.see(".off-page");
        assertAccessible("done off the page?");
        chrome.press("y");
        chrome.see(".retest");
        chrome.press("v");
        chrome.see(".retest-keys");
        assertAccessible("the retest, item by item");
    }

    private static final String FULL = "Not enough room in /var/stage/pier-3 for till-5.4.pkg: 812 MB needed";

    private long till(String fix, Object... entries) {
        long n = api.openCase(Map.of("text", FULL, "error", "till-staging-full", "reached", "phone"));
        long a = api.post("/api/cases/" + n + "/attempts", Map.of("fix", fix))
                .expect(201)
                .json()
                .path("id")
                .asLong();
        for (int i = 0; i < entries.length; i += 2) {
            Map<String, Object> entry = new java.util.HashMap<>(Map.of("clientId", "e" + i, "step", entries[i]));
            boolean done = entries[i + 1].equals("done");
            entry.put("what", done ? "done" : "output");
            if (!done) {
                entry.put("output", entries[i + 1]);
            }
            api.post("/api/cases/" + n + "/attempts/" + a + "/steps", entry).expect(200);
        }
        return n;
    }

    private long failed() {
        long n = till("empty-staging", 0, "start type manual", 0, "done");
        long a = api.get("/api/cases/" + n)
                .json()
                .path("attempts")
                .path(0)
                .path("id")
                .asLong();
        api.patch("/api/cases/" + n + "/attempts/" + a, Map.of("outcome", "no-change"))
                .expect(200);
        return n;
    }

    private long destroying() {
        return till("reimage-till", 0, "this is TIL-0704", 0, "done", 1, "pushed 217, left 0", 1, "done");
    }

    private long held() {
        return till("reimage-till", 0, "this is TIL-0704", 0, "done", 1, "pushed 214, left 3", 1, "done");
    }

    private long severalPlaces() {
        return till("empty-staging", 0, "helper: stopped\nstart type manual\nstart type ordinary");
    }

    private long rowToChoose() {
        return till("move-staging", 0, "disk sda 64 GB SYSTEM TILL\ndisk sdb 500 GB DATA NORRHOLM", 0, "done");
    }

    private long askedFirst() {
        return api.openCase(Map.of(
                "text",
                "Board service could not claim port 8470, held by pricewheel",
                "error",
                "tidewall-port-taken",
                "reached",
                "phone"));
    }

    private long ended() {
        long n = api.openCase(Map.of("text", FULL, "error", "till-staging-full"));
        api.attempt(n, "free-print-queue", "no-change", 3);
        api.close(n, "handed-over").expect(200);
        return n;
    }

    private String shown(long number) {
        return api.post("/api/cases/" + number + "/shown", Map.of("fix", "restore-parts"))
                .expect(200)
                .json()
                .path("code")
                .asString();
    }
}
