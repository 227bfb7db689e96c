package org.mendak.server.demo;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.language.Facts;
import org.mendak.core.language.Truth;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.core.simulate.DeskSimulator;
import org.mendak.core.simulate.Habits;
import org.mendak.core.simulate.HiddenError;
import org.mendak.core.simulate.SimulatedCase;
import org.mendak.server.cases.AttemptRow;
import org.mendak.server.cases.CaseIntake;
import org.mendak.server.cases.CaseRow;
import org.mendak.server.cases.CaseStatus;
import org.mendak.server.cases.Reached;
import org.mendak.server.cases.Waits;
import org.mendak.server.cases.free.FreeStep;
import org.mendak.server.library.Library;
import org.mendak.server.platform.Who;

/** Simulated cases dressed as those of the Skerry Line: devices, callers, texts, days that end today. */
final class DemoCases {

    private static final int NOT_OPEN = -1;
    private static final double LAST_DAYS = 7;
    private static final double IN_SEASON = 3;

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

    private static final int ONE_IN_OWN_WORDS = 4;

    private final Seed seed;
    private final Library library;
    private final Instant now;
    private final List<Who> agents;
    private final Habits habits;
    private final Map<String, SampleText> samples = new HashMap<>();

    /** The chance of the case at hand. */
    private Random random;

    private DemoCases(Seed seed, List<Who> agents, Library library, Instant now) {
        this.seed = seed;
        this.agents = agents;
        this.library = library;
        this.now = now;
        habits = new Habits(
                0.18,
                0.08,
                0.07,
                0.03,
                0.03,
                new Habits.Slips(0.02, 0, 0),
                new Habits.Size(seed.agents().size(), seed.piers().size() * 3, 3));
    }

    /**
     * All cases as they would be loaded at a moment: those with an error in the order they were opened, the open ones last, then
     * the unknown ones. The same arguments give the same cases, and another day nearly the same: each case has chance of its
     * own, so that a season that begins moves the cases of its errors and no others.
     *
     * @param agents who works them, in the order of the seed's names
     */
    static List<CaseIntake.Ready> all(Seed seed, List<Who> agents, Library library, Instant now, ZoneId zone) {
        DemoCases made = new DemoCases(seed, agents, library, now);
        List<HiddenError> errors = seed.hidden(library.errors(), library.fixes());
        List<SimulatedCase> log = IntStream.range(0, seed.cases())
                .mapToObj(i -> made.simulated(errors, i, zone))
                .sorted(Comparator.comparingDouble(SimulatedCase::opened))
                .collect(Collectors.toCollection(ArrayList::new));
        List<SimulatedCase> atHand = new ArrayList<>();
        for (String error : seed.open()) {
            SimulatedCase newest = log.stream()
                    .filter(c -> c.error().equals(error) && !atHand.contains(c))
                    .reduce((first, last) -> last)
                    .orElseThrow(() -> new IllegalStateException("no case of " + error + " to be open"));
            atHand.add(newest);
        }
        log.removeAll(atHand);
        List<CaseIntake.Ready> all = new ArrayList<>();
        log.forEach(c -> all.add(made.ready(c, all.size(), NOT_OPEN)));
        atHand.forEach(c -> all.add(made.ready(c, all.size(), atHand.indexOf(c))));
        all.addAll(made.unknown());
        return all;
    }

    private SimulatedCase simulated(List<HiddenError> errors, int i, ZoneId zone) {
        Random chance = new Random(seed.seed() * 1_000_003 + i);
        // the first numbers of neighbouring seeds are alike
        chance.nextLong();
        double opened = chance.nextDouble();
        boolean lastWeek = opened > 1 - LAST_DAYS / seed.days();
        int month = opened(opened).atZone(zone).getMonthValue();
        // a race of exponential times: who wins does not depend on how the others are weighed
        HiddenError met = null;
        double soonest = Double.POSITIVE_INFINITY;
        for (HiddenError e : errors) {
            double surge = lastWeek && e.key().equals(seed.surging()) ? seed.surgesBy() : 1;
            double season = seed.season(e.key()).contains(month) ? IN_SEASON : 1;
            double time = -Math.log(1 - chance.nextDouble()) / (e.often() * surge * season);
            if (time < soonest) {
                soonest = time;
                met = e;
            }
        }
        return DeskSimulator.one(met, habits, opened, DeskSimulator.authored(met), chance);
    }

    /** When a case was opened, from its share of the span. */
    private Instant opened(double share) {
        return now.minus(Duration.ofMinutes((long) ((1 - share) * seed.days() * 1_440) + SETTLED_MINUTES));
    }

    /**
     * A case in its dress.
     *
     * @param atHand which of the open ones, from 0; {@link #NOT_OPEN} if it has ended
     */
    private CaseIntake.Ready ready(SimulatedCase s, int i, int atHand) {
        boolean open = atHand != NOT_OPEN;
        random = new Random(seed.seed() * 7_368_787 + (long) (s.opened() * 1e12));
        KnownError error = library.errors().get(s.error());
        Vocabulary.Product product = product(error);
        String pier = seed.piers().get(s.device() % seed.piers().size());
        // open ones are of this morning, so that they look like work at hand
        Instant at = open ? now.minus(Duration.ofMinutes(12 + 31L * atHand)) : opened(s.opened());
        Who agent = agents.get(open && atHand % 2 == 0 ? 0 : open ? atHand : s.agent());
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
            d.reached = random.nextInt(4) == 0 ? Reached.REMOTE : Reached.PHONE;
            d.status = open ? CaseStatus.OPEN : s.solved() ? CaseStatus.SOLVED : CaseStatus.HANDED_OVER;
            d.waitsFor = atHand == 3 ? Waits.RESTART : atHand == 5 ? Waits.REQUESTER : Waits.ME;
            d.closedAt = closed;
            d.recurredAt = s.cameBack() && closed != null ? closed.plus(Duration.ofDays(3)) : null;
        });
        SampleText says = samples.computeIfAbsent(error.key(), k -> new SampleText(error));
        SampleText.Said said = says.vary(pier, random);
        facts.putAll(said.values());
        String text = open ? said.text() : inOwnWords(error.key(), said.text());
        return new CaseIntake.Ready(c, attempts, facts, text, "skerry-" + (1000 + i), NO_HASH);
    }

    /** One caller in so many says what they see instead of reading it out; drawn last, so that it changes nothing else. */
    private String inOwnWords(String error, String read) {
        List<String> ways = seed.said(error);
        if (ways.isEmpty() || random.nextInt(ONE_IN_OWN_WORDS) > 0) {
            return read;
        }
        List<String> endings = seed.saidEndings();
        return ways.get(random.nextInt(ways.size())) + endings.get(random.nextInt(endings.size()));
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
            KnownError error, SimulatedCase s, Who agent, Instant opened, Map<String, String> facts, boolean open) {
        List<AttemptRow> rows = new ArrayList<>();
        Instant at = opened;
        for (LoggedAttempt a : s.attempts()) {
            if (open && (a.outcome().ended() || rows.size() == 1)) {
                break;
            }
            Outcome outcome =
                    a.outcome().failed() && excluded(error, a.fix(), facts) ? Outcome.NOT_APPLICABLE : a.outcome();
            Instant end = at.plus(Duration.ofSeconds((long) (a.minutes() * 60)));
            rows.add(AttemptRow.begun(a.fix(), agent, at, d -> {
                d.errorKey = s.error();
                d.position = rows.size() + 1;
                d.outcome = outcome;
                d.minutes = a.minutes();
                d.endedAt = end;
            }));
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
    private List<CaseIntake.Ready> unknown() {
        random = new Random(seed.seed());
        List<CaseIntake.Ready> cases = new ArrayList<>();
        for (Seed.Unknown u : seed.unknown()) {
            for (int i = 0; i < u.often(); i++) {
                String pier = seed.piers().get(random.nextInt(seed.piers().size()));
                Who agent = agents.get(random.nextInt(agents.size()));
                Instant at = now.minus(Duration.ofMinutes(
                        SETTLED_MINUTES + (long) (random.nextDouble() * random.nextDouble() * seed.days() * 1_440)));
                boolean solved = i < u.solved();
                CaseRow c = CaseRow.opened(agent, at, d -> {
                    d.product = u.product();
                    d.phase = u.phase();
                    d.requester = pier + " office";
                    d.status = solved ? CaseStatus.SOLVED : CaseStatus.HANDED_OVER;
                    d.closedAt = at.plus(Duration.ofMinutes(20 + random.nextInt(30)));
                });
                String text = u.text().replace("{n}", String.valueOf(2 + random.nextInt(900)));
                cases.add(new CaseIntake.Ready(c, List.of(), Map.of(), text, key(seed, u, i), NO_HASH));
            }
        }
        return cases;
    }

    private static String key(Seed seed, Seed.Unknown u, int i) {
        return "skerry-x" + seed.unknown().indexOf(u) + "-" + i;
    }

    /** What was done off the script, by the import key of the case. */
    static Map<String, List<FreeStep>> offScript(Seed seed, List<CaseIntake.Ready> cases) {
        Map<String, CaseIntake.Ready> byKey = new HashMap<>();
        cases.forEach(c -> byKey.put(c.key(), c));
        Map<String, List<FreeStep>> all = new HashMap<>();
        for (Seed.Unknown u : seed.unknown()) {
            for (int i = 0; i < u.solved(); i++) {
                CaseIntake.Ready c = byKey.get(key(seed, u, i));
                List<FreeStep> steps = new ArrayList<>();
                for (Map<String, Object> done : u.done()) {
                    steps.add(step(steps.size() + 1, done, c, u.text()));
                }
                all.put(c.key(), steps);
            }
        }
        return all;
    }

    private static FreeStep step(int place, Map<String, Object> done, CaseIntake.Ready c, String text) {
        int at = text.indexOf("{n}");
        String n = c.text().substring(at, c.text().length() - (text.length() - at - "{n}".length()));
        String p = String.valueOf(1_000 + Math.floorMod(c.key().hashCode(), 8_000));
        UnaryOperator<String> said = name ->
                String.valueOf(done.getOrDefault(name, "")).replace("{n}", n).replace("{p}", p);
        return new FreeStep(
                0,
                0,
                "demo-" + place,
                place,
                said.apply("did"),
                said.apply("command"),
                said.apply("output"),
                said.apply("aim"),
                "",
                false,
                Outcome.named(said.apply("outcome")).orElse(null),
                false,
                false,
                1,
                c.row().agent(),
                c.row().openedAt().plus(Duration.ofMinutes(4L * place)));
    }
}
