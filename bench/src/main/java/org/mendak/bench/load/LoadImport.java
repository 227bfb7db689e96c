package org.mendak.bench.load;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.List;
import org.mendak.bench.App;
import org.mendak.core.simulate.HiddenError;

/** Cases that are brought in. */
final class LoadImport {

    /** So many known errors, the most frequent ones. */
    private static final int ERRORS = 500;

    private LoadImport() {}

    /** Sends so many cases, one or two fixes tried in each; {@code key} makes them others than those of before. */
    static HttpResponse<byte[]> send(App.Running r, LoadErrors errors, int cases, String key)
            throws IOException, InterruptedException {
        StringBuilder csv = new StringBuilder(
                "case,error,opened_at,closed_at,status,position,fix,outcome,minutes,agent,product_version\n");
        List<HiddenError> all = errors.hidden();
        for (int i = 0; i < cases; i++) {
            HiddenError e = all.get(i % Math.min(all.size(), ERRORS));
            int tries = Math.min(2, e.fixes().size());
            for (int p = 1; p <= tries; p++) {
                csv.append("%s%d,%s,2026-0%d-03T08:00:00Z,2026-0%d-03T08:40:00Z,solved,%d,%s,%s,%d,Agent %d,5.%d%n"
                        .formatted(
                                key,
                                i,
                                e.key(),
                                1 + i % 9,
                                1 + i % 9,
                                p,
                                e.fixes().get(p - 1).key(),
                                p == tries ? "worked" : "no-change",
                                2 + i % 9,
                                i % 40,
                                i % 14));
            }
        }
        return r.send("POST", "/api/cases/import", "text/csv", csv.toString());
    }
}
