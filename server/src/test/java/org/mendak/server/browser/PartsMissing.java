package org.mendak.server.browser;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import org.mendak.server.Api;
import org.mendak.server.RunningApp;

/**
 * The demo's error of missing parts under a name of its own and without cases, so that its fixes stand in the author's order: the
 * demo's own order follows from its cases, and those from the day on which it was loaded.
 */
final class PartsMissing {

    static final String ERROR = "rosterlight-part-missing";
    static final String TITLE = "Rosterlight cannot start, a part is missing";
    static final String TEXT = "Rosterlight cannot start: rosterview.wbl is missing";

    private PartsMissing() {}

    static void publish(Api lead) {
        try {
            lead.publish(
                    "errors/" + ERROR,
                    Files.readString(RunningApp.DEMO.resolve("errors/watchbill-part-missing.md"))
                            .replace("watchbill-part-missing", ERROR)
                            .replace("Watchbill Desk cannot start", "Rosterlight cannot start")
                            .replace("WB-0003", "RL-0003")
                            .replace("exit 53", "exit 59"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
