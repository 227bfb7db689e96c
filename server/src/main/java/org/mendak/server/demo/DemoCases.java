package org.mendak.server.demo;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.language.Facts;
import org.mendak.core.language.Truth;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.core.simulate.SimulatedCase;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.CaseIntake;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.library.Library;

/** Simulated cases dressed as those of the Skerry Line: devices, callers, texts, days that end today. */
final class DemoCases {

    /** The newest ones are still open. */
    static final int OPEN = 6;

    private static final String NO_HASH = "0".repeat(64);
    private static final double ANSWERED = 0.6;
    private static final int SETTLED_MINUTES = 600;
    private static final Map<String, String> ROLES = Map.of(
            "Purserdesk", "till",
            "Quayscan", "scanner",
            "Leadline", "wheelhouse",
            "Watchbill Desk", "laptop",
            "Tidewall", "board",
            "Quaycall", "board",
            "Brinelink", "server",
            "Berthbook", "server");

    private final Seed seed;
    private final Library library;
    private final Instant now;
    private final Random random;

    DemoCases(Seed seed, Library library, Instant now) {
        this.seed = seed;
        this.library = library;
        this.now = now;
        this.random = new Random(seed.seed());
    }

    /** When a case was opened, from its share of the span. */
    Instant opened(double share) {
        return now.minus(Duration.ofMinutes((long) ((1 - share) * seed.days() * 1_440) + SETTLED_MINUTES));
    }

    CaseIntake.Ready ready(SimulatedCase s, int i, boolean open) {
        KnownError error = library.errors().get(s.error());
        Vocabulary.Product product = product(error);
        String pier = seed.piers().get(s.device() % seed.piers().size());
        // open ones are of this morning, so that they look like work at hand
        Instant at = open ? now.minus(Duration.ofMinutes(12 + 31L * (i % OPEN))) : opened(s.opened());
        String agent = open
                ? seed.agents().get(i % 2 == 0 ? 0 : i % seed.agents().size())
                : seed.agents().get(s.agent());
        String device = ROLES.get(product.name()) + "-" + pier.substring(0, 3).toLowerCase(Locale.ROOT) + "-0"
                + (1 + s.device() / seed.piers().size());
        Map<String, String> facts = facts(s, product, device);
        List<AttemptRow> attempts = attempts(error, s, agent, at, facts, open);
        Instant end =
                attempts.isEmpty() ? at : attempts.get(attempts.size() - 1).endedAt();
        Instant closed = open ? null : end.plus(Duration.ofMinutes(2));
        CaseRow c = CaseRow.opened(agent, at, d -> {
            d.errorKey = s.error();
            d.product = product.name();
            d.productVersion = product.versions().get(s.release());
            d.phase = error.phases().get(0).word();
            d.device = device;
            d.requester = pier + (random.nextBoolean() ? " pier" : " office");
            d.reached = random.nextInt(4) == 0 ? "remote" : "phone";
            d.status = open ? "open" : s.solved() ? "solved" : "handed-over";
            d.waitsFor = open && i % OPEN == 3 ? "restart" : open && i % OPEN == 5 ? "requester" : "me";
            d.closedAt = closed;
            d.recurredAt = s.cameBack() && closed != null ? closed.plus(Duration.ofDays(3)) : null;
        });
        String text = SampleText.vary(error, pier, random);
        facts.putAll(SampleText.captures(error, text));
        return new CaseIntake.Ready(c, attempts, facts, text, "skerry-" + (1000 + i), NO_HASH);
    }

    private Vocabulary.Product product(KnownError error) {
        return library.vocabulary().products().stream()
                .filter(p -> p.name().equals(error.products().get(0).product()))
                .findFirst()
                .orElseThrow();
    }

    /** What was known of the device, and the answers to the questions that somebody asked. */
    private Map<String, String> facts(SimulatedCase s, Vocabulary.Product product, String device) {
        Map<String, String> facts = new HashMap<>();
        facts.put("device.role", ROLES.get(product.name()));
        if (facts.get("device.role").equals("till")) {
            int image = Math.floorMod(device.hashCode(), seed.images().size() - 1) + (s.opened() > 0.7 ? 1 : 0);
            facts.put("device.image", seed.images().get(image));
        }
        s.facts().forEach((name, value) -> {
            if (library.errors().get(s.error()).questions().stream()
                            .anyMatch(q -> q.sets().equals(name))
                    && random.nextDouble() < ANSWERED) {
                facts.put(name, value);
            }
        });
        return facts;
    }

    /** An open case has only what failed so far. */
    private static List<AttemptRow> attempts(
            KnownError error, SimulatedCase s, String agent, Instant opened, Map<String, String> facts, boolean open) {
        List<AttemptRow> rows = new ArrayList<>();
        Instant at = opened;
        for (LoggedAttempt a : s.attempts()) {
            if (open && (a.outcome().ended() || rows.size() == 1)) {
                break;
            }
            Outcome outcome =
                    a.outcome().failed() && excluded(error, a.fix(), facts) ? Outcome.NOT_APPLICABLE : a.outcome();
            Instant end = at.plus(Duration.ofSeconds((long) (a.minutes() * 60)));
            rows.add(new AttemptRow(
                    0,
                    0,
                    s.error(),
                    a.fix(),
                    rows.size() + 1,
                    outcome.word(),
                    null,
                    false,
                    a.minutes(),
                    "",
                    agent,
                    at,
                    end,
                    false));
            at = end;
        }
        return rows;
    }

    private static boolean excluded(KnownError error, String fix, Map<String, String> facts) {
        return error.tries().stream()
                .filter(t -> t.fix().equals(fix) && t.when() != null)
                .anyMatch(t -> t.when().evaluate(new Facts(facts)) == Truth.NO);
    }

    /** Cases with texts that no runbook covers: worked with nothing to go by, and handed over. */
    List<CaseIntake.Ready> unknown() {
        List<CaseIntake.Ready> cases = new ArrayList<>();
        for (Seed.Unknown u : seed.unknown()) {
            for (int i = 0; i < u.often(); i++) {
                String pier = seed.piers().get(random.nextInt(seed.piers().size()));
                String agent = seed.agents().get(random.nextInt(seed.agents().size()));
                Instant at = now.minus(Duration.ofMinutes(
                        SETTLED_MINUTES + (long) (random.nextDouble() * random.nextDouble() * seed.days() * 1_440)));
                CaseRow c = CaseRow.opened(agent, at, d -> {
                    d.product = u.product();
                    d.phase = u.phase();
                    d.requester = pier + " office";
                    d.reached = "phone";
                    d.status = "handed-over";
                    d.waitsFor = "me";
                    d.closedAt = at.plus(Duration.ofMinutes(20 + random.nextInt(30)));
                });
                String text = u.text().replace("{n}", String.valueOf(2 + random.nextInt(900)));
                cases.add(new CaseIntake.Ready(
                        c,
                        List.of(),
                        Map.of(),
                        text,
                        "skerry-x" + seed.unknown().indexOf(u) + "-" + i,
                        NO_HASH));
            }
        }
        return cases;
    }
}
