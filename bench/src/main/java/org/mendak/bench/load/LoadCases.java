package org.mendak.bench.load;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.LoggedAttempt;
import org.mendak.core.simulate.DeskSimulator;
import org.mendak.core.simulate.Habits;
import org.mendak.core.simulate.HiddenError;
import org.mendak.core.simulate.SimulatedCase;

/** Six years of cases as a simulated desk works them, written straight into its file. */
final class LoadCases {

    /** The last so many cases are still open. */
    static final int OPEN = 300;

    private static final int YEARS = 6;
    private static final int BATCH = 2_000;
    private static final int AGENTS = 40;
    private static final double ZIPF = 0.8;
    private static final double PUT_BACKS = 0.2;
    private static final Habits HABITS =
            new Habits(0.15, 0.1, 0.12, 0.03, 0.04, new Habits.Slips(0.03, 0, 0), new Habits.Size(AGENTS, 60_000, 14));

    private static final Map<String, String> TABLES = new LinkedHashMap<>();

    static {
        TABLES.put(
                "desk_case",
                "number, error_key, product, product_version, phase, device, reference, requester, status, agent, opened_at, closed_at, recurred_at, believed_fix, import_key");
        TABLES.put("case_text", "number, text, at, agent");
        TABLES.put("case_fact", "number, name, value_, source, at, agent");
        TABLES.put("case_note", "number, text, at, agent");
        TABLES.put(
                "attempt",
                "id, number, error_key, fix_key, position, outcome, bundle, minutes, agent, started_at, ended_at, ended_by, planned_first");
        TABLES.put("attempt_correction", "attempt_id, what, at, agent");
        TABLES.put("attempt_step", "attempt_id, client_id, step, what, note, output, at, agent");
        TABLES.put("put_back", "number, attempt_id, step, text, command, fence, state, at");
    }

    private final Connection connection;
    private final LoadErrors errors;
    private final int cases;
    private final Random random = new Random(21);
    private final Map<String, PreparedStatement> inserts = new LinkedHashMap<>();
    private final Instant end = Instant.now().minus(Duration.ofDays(1));
    private final List<Long> agents = new ArrayList<>();
    private long number;
    private long attempt;

    LoadCases(Connection connection, LoadErrors errors, int cases) {
        this.connection = connection;
        this.errors = errors;
        this.cases = cases;
    }

    void write() throws SQLException {
        people();
        number = highest("desk_case", "number");
        attempt = highest("attempt", "id");
        for (Map.Entry<String, String> t : TABLES.entrySet()) {
            String marks = t.getValue().replaceAll("[^,]+", "?");
            inserts.put(
                    t.getKey(),
                    connection.prepareStatement("insert into " + t.getKey() + " (" + t.getValue() + ") "
                            + (t.getValue().matches("(number|id), .*")
                                            && t.getKey().matches("desk_case|attempt")
                                    ? "overriding system value "
                                    : "")
                            + "values (" + marks + ")"));
        }
        double[] upTo = upTo();
        for (int i = 0; i < cases; i++) {
            double opened = (i + random.nextDouble()) / cases;
            int at = Arrays.binarySearch(upTo, random.nextDouble());
            int error = Math.min(upTo.length - 1, at < 0 ? -1 - at : at);
            HiddenError e = errors.hidden().get(error);
            one(DeskSimulator.one(e, HABITS, opened, DeskSimulator.authored(e), random), error, i >= cases - OPEN);
            if (i % BATCH == BATCH - 1 || i == cases - 1) {
                for (PreparedStatement s : inserts.values()) {
                    s.executeBatch();
                }
                connection.commit();
            }
        }
        try (Statement s = connection.createStatement()) {
            s.execute("alter table desk_case alter column number restart with " + (number + 1));
            s.execute("alter table attempt alter column id restart with " + (attempt + 1));
        }
    }

    /** Those who work the cases; none of them can sign in. */
    private void people() throws SQLException {
        try (PreparedStatement s = connection.prepareStatement(
                "insert into person (name, role, active, created_at) values (?, 'agent', false, current_timestamp)",
                Statement.RETURN_GENERATED_KEYS)) {
            for (int i = 0; i < AGENTS; i++) {
                s.setString(1, "Agent " + i);
                s.executeUpdate();
                try (var keys = s.getGeneratedKeys()) {
                    keys.next();
                    agents.add(keys.getLong(1));
                }
            }
        }
    }

    private long highest(String table, String column) throws SQLException {
        try (Statement s = connection.createStatement();
                var r = s.executeQuery("select coalesce(max(" + column + "), 0) from " + table)) {
            r.next();
            return r.getLong(1);
        }
    }

    /** How likely a case is about one of the first errors: the hot ones have what they have, the others by Zipf's law. */
    private double[] upTo() {
        List<HiddenError> all = errors.hidden();
        double hot = LoadErrors.HOT.values().stream().mapToInt(n -> n).sum() / (double) cases;
        double[] weights = new double[all.size()];
        double others = 0;
        for (int i = 0; i < weights.length; i++) {
            weights[i] = LoadErrors.HOT.containsKey(all.get(i).key()) ? 0 : Math.pow(i + 1.0, -ZIPF);
            others += weights[i];
        }
        double sum = 0;
        for (int i = 0; i < weights.length; i++) {
            Integer own = LoadErrors.HOT.get(all.get(i).key());
            sum += own == null ? weights[i] / others * (1 - hot) : own / (double) cases;
            weights[i] = sum;
        }
        return weights;
    }

    private void one(SimulatedCase c, int error, boolean open) throws SQLException {
        long n = ++number;
        Instant opened = end.minus(Duration.ofSeconds((long) ((1 - c.opened()) * YEARS * 365.25 * 86_400)));
        long agent = agents.get(c.agent());
        List<LoggedAttempt> tried = c.attempts();
        boolean solved = c.solved() && !open;
        Instant closed = open ? null : opened.plusSeconds(600 + random.nextInt(3_000));
        LoggedAttempt last = tried.isEmpty() ? null : tried.get(tried.size() - 1);
        add(
                "desk_case",
                n,
                c.error(),
                errors.product(error),
                "5." + c.release(),
                "launch",
                "SK-dev-" + c.device(),
                "SK-9" + n,
                "Caller " + c.device() % 20_000,
                open ? "open" : solved ? "solved" : "handed-over",
                agent,
                opened,
                closed,
                c.cameBack() && solved ? closed.plusSeconds(90_000) : null,
                solved && last != null ? last.fix() : null,
                "load-" + n);
        add("case_text", n, text(error, n), opened, agent);
        add("case_fact", n, "device.image", "7." + c.release() % 4, "case", opened, agent);
        for (Map.Entry<String, String> f : c.facts().entrySet()) {
            if (!f.getKey().equals(Evidence.FIRST_PICK)) {
                add("case_fact", n, f.getKey(), f.getValue(), "answer", opened, agent);
            }
        }
        if (random.nextInt(5) == 0) {
            add("case_note", n, "The caller rings again after the watch has changed.", opened, agent);
        }
        attempts(c, n, open, opened, agent);
    }

    private String text(int error, long n) {
        return "job %d of %s\n%s\nended after %d s"
                .formatted(n * 7_919 % 1_000_000, "watch " + n % 97, errors.said(error), n % 300);
    }

    private void attempts(SimulatedCase c, long n, boolean open, Instant opened, long agent) throws SQLException {
        String picked = c.facts().getOrDefault(Evidence.FIRST_PICK, Evidence.AS_PLANNED);
        List<LoggedAttempt> tried = new ArrayList<>(c.attempts());
        if (open && !tried.isEmpty()) {
            tried.remove(tried.size() - 1);
        }
        for (int i = 0; i < tried.size(); i++) {
            LoggedAttempt a = tried.get(i);
            long id = ++attempt;
            Instant begun = opened.plusSeconds(60L * (i + 1));
            add(
                    "attempt",
                    id,
                    n,
                    c.error(),
                    a.fix(),
                    i + 1,
                    a.outcome().word(),
                    null,
                    a.minutes(),
                    agent,
                    begun,
                    begun.plusSeconds((long) (a.minutes() * 60)),
                    agent,
                    picked.equals(Evidence.AS_PLANNED) ? a.fix() : c.error() + "-other");
            if (c.cameBack() && a.outcome().ended()) {
                add("attempt_correction", id, "came-back", begun.plusSeconds(90_000), agent);
            }
            add(
                    "attempt_step",
                    id,
                    "l" + id + "a",
                    0,
                    "output",
                    "",
                    "free: " + n % 900 + " MB in /var/stage",
                    begun,
                    agent);
            add("attempt_step", id, "l" + id + "b", 1, "done", "", null, begun, agent);
            if (random.nextDouble() < PUT_BACKS) {
                String state = open ? "open" : "done";
                add("put_back", n, id, 0, "Hang the rope back", "ropectl hang --pier 3", "sh", state, begun);
            }
        }
    }

    private void add(String table, Object... values) throws SQLException {
        PreparedStatement s = inserts.get(table);
        for (int i = 0; i < values.length; i++) {
            Object v = values[i];
            s.setObject(i + 1, v instanceof Instant t ? OffsetDateTime.ofInstant(t, ZoneOffset.UTC) : v);
        }
        s.addBatch();
    }
}
