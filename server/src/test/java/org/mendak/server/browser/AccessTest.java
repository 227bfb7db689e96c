package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** No screen has a serious fault of accessibility, by day and by night, as far as axe-core finds them (WCAG 2.2, A and AA). */
class AccessTest extends InBrowser {

    private static final String RUN = "const done = arguments[arguments.length - 1];"
            + "axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'], resultTypes: ['violations']})"
            + ".then(r => done(r.violations.filter(v => ['serious', 'critical'].includes(v.impact))"
            + ".map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.target.join(' ') + ' ' + n.failureSummary).join(' | '))),"
            + "e => done([String(e)]))";

    private void assertAccessible(String where) throws IOException {
        chrome.script(Files.readString(Path.of("../web/node_modules/axe-core/axe.min.js")));
        Object found = chrome.later(RUN);
        assertThat((List<?>) found).as(where).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(booleans = {false, true})
    void everyScreenIsAccessible(boolean dark) throws IOException {
        chrome.dark(dark);
        chrome.go("/");
        chrome.see("input[name=login]");
        assertAccessible("sign-in");
        chrome.signIn("lead");
        chrome.see("h1");
        assertAccessible("in hand");
        long number = api.openCase(Map.of(
                "text", "Watchbill Desk cannot start: rosterview.wbl is missing", "error", "watchbill-part-missing"));
        for (String[] screen : new String[][] {
            {"/case/" + number, ".step.current"},
            {"/taking-in", ".taking-in"},
            {"/library", "h1"},
            {"/library/errors/till-staging-full", "h1"},
            {"/library/fixes/empty-staging", "h1"},
            {"/write/errors/till-staging-full", ".cm-content"},
            {"/team", "h1"},
            {"/marks", "h1"}
        }) {
            chrome.go(screen[0]);
            chrome.see(screen[1]);
            assertAccessible(screen[0]);
        }
    }
}
