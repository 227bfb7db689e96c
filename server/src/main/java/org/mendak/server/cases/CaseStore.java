package org.mendak.server.cases;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.mendak.server.numbers.CaseNumbers;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.mendak.server.platform.Words;
import org.springframework.stereotype.Component;

/** The tables {@code desk_case}, {@code case_text}, {@code case_fact} and {@code case_note}. */
@Component
public class CaseStore {

    /** What a row is read from, and by whom it is read: {@link #row}. */
    public static final String CASE =
            "select number, error_key, product, product_version, phase, device, reference, requester,"
                    + " reached, status, waits_for, waits_until, believed_fix, limitation, agent, opened_at, closed_at, recurred_at, follows,"
                    + " pinned_order, goal, duplicate_of from desk_case";

    /** The row at hand of what {@link #CASE} chooses. */
    public static CaseRow row(ResultSet r) throws SQLException {
        return new CaseRow(
                r.getLong("number"),
                r.getString("error_key"),
                r.getString("product"),
                r.getString("product_version"),
                r.getString("phase"),
                r.getString("device"),
                r.getString("reference"),
                r.getString("requester"),
                Words.stored(Reached.class, r.getString("reached")),
                Words.stored(CaseStatus.class, r.getString("status")),
                Words.stored(Waits.class, r.getString("waits_for")),
                Tx.instant(r, "waits_until"),
                r.getString("believed_fix"),
                r.getString("limitation"),
                Who.of(r, "agent"),
                Tx.instant(r, "opened_at"),
                Tx.instant(r, "closed_at"),
                Tx.instant(r, "recurred_at"),
                id(r, "follows"),
                r.getString("pinned_order"),
                Words.stored(Goal.class, r.getString("goal")),
                id(r, "duplicate_of"));
    }

    private static Long id(ResultSet r, String column) throws SQLException {
        long id = r.getLong(column);
        return r.wasNull() ? null : id;
    }

    Optional<CaseRow> find(Tx tx, long number) {
        return tx.one(CASE + " where number = ?", CaseStore::row, number);
    }

    /** The same, and no other transaction changes it until this one ends. */
    Optional<CaseRow> lock(Tx tx, long number) {
        return tx.one(CASE + " where number = ? for update", CaseStore::row, number);
    }

    private static final String INSERT =
            "insert into desk_case (error_key, product, product_version, phase, device, reference, requester, reached,"
                    + " status, waits_for, believed_fix, limitation, agent, opened_at, closed_at, recurred_at, follows, import_key,"
                    + " import_hash, goal) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)";

    long insert(Tx tx, CaseRow c, String importKey, String importHash) {
        return tx.insert(INSERT, values(c, importKey, importHash));
    }

    /** A case to practise on; its number is below 0. */
    long insertPractice(Tx tx, CaseRow c) {
        long number = tx.one("select next value for practice_number", r -> r.getLong(1))
                .orElseThrow();
        List<Object> all = new ArrayList<>(List.of(number));
        all.addAll(Arrays.asList(values(c, null, null)));
        tx.run(
                INSERT.replace("desk_case (", "desk_case (number, ")
                        .replace(") values (?", ") overriding system value values (?, ?"),
                all.toArray());
        return number;
    }

    /** A case that comes in from elsewhere. */
    record Arriving(CaseRow row, String key, String hash) {}

    /** Many at once; their numbers, in their order. */
    List<Long> insertAll(Tx tx, List<Arriving> cases) {
        return tx.insertAll(
                INSERT,
                cases.stream().map(c -> values(c.row(), c.key(), c.hash())).toList());
    }

    private static Object[] values(CaseRow c, String importKey, String importHash) {
        return new Object[] {
            c.errorKey(),
            c.product(),
            c.productVersion(),
            c.phase(),
            c.device(),
            c.reference(),
            c.requester(),
            Words.word(c.reached()),
            Words.word(c.status()),
            Words.word(c.waitsFor()),
            c.believedFix(),
            c.limitation(),
            c.agent(),
            c.openedAt(),
            c.closedAt(),
            c.recurredAt(),
            c.follows(),
            importKey,
            importHash,
            Words.word(c.goal())
        };
    }

    void update(Tx tx, CaseRow c) {
        tx.run(
                "update desk_case set error_key = ?, product = ?, product_version = ?, phase = ?, device = ?, reference = ?,"
                        + " requester = ?, reached = ?, status = ?, waits_for = ?, waits_until = ?, believed_fix = ?, limitation = ?,"
                        + " closed_at = ?, recurred_at = ?, pinned_order = ?, agent = ?, follows = ?, goal = ?, duplicate_of = ?,"
                        + " version = version + 1 where number = ?",
                c.errorKey(),
                c.product(),
                c.productVersion(),
                c.phase(),
                c.device(),
                c.reference(),
                c.requester(),
                Words.word(c.reached()),
                Words.word(c.status()),
                Words.word(c.waitsFor()),
                c.waitsUntil(),
                c.believedFix(),
                c.limitation(),
                c.closedAt(),
                c.recurredAt(),
                c.pinned(),
                c.agent(),
                c.follows(),
                Words.word(c.goal()),
                c.duplicateOf(),
                c.number());
    }

    /** Rises with every change of the case's row and of its facts. */
    int version(Tx tx, long number) {
        return tx.one("select version from desk_case where number = ?", r -> r.getInt(1), number)
                .orElse(0);
    }

    void touch(Tx tx, long number) {
        tx.run("update desk_case set version = version + 1 where number = ?", number);
    }

    /** The last change of each field that was changed after this version. */
    List<CaseVersions.Change> changesSince(Tx tx, long number, int version) {
        return tx.list(
                "select field, version, agent, at from case_change where number = ? and version > ? order by version desc",
                r -> new CaseVersions.Change(
                        r.getString("field"), r.getInt("version"), Who.of(r, "agent"), Tx.instant(r, "at")),
                number,
                version);
    }

    void changed(Tx tx, long number, CaseVersions.Change c) {
        tx.run(
                "merge into case_change (number, version, field, agent, at) key (number, field) values (?, ?, ?, ?, ?)",
                number,
                c.version(),
                c.field(),
                c.agent(),
                c.at());
    }

    /** What the newest cases are found by: a column, and the index of it and of the number, which is read from its end. */
    private enum By {
        DEVICE("device_folded", "case_on_device"),
        REFERENCE("reference_folded", "case_by_reference"),
        REQUESTER("requester_folded", "case_of_requester"),
        ERROR("error_key", "case_of_error"),
        AGENT("agent", "case_of_agent"),
        STATUS("status", "case_in_status");

        private final String column;
        private final String index;

        By(String column, String index) {
            this.column = column;
            this.index = index;
        }

        /** Those that a begun word may be the beginning of. */
        private static final List<By> BEGUN = List.of(DEVICE, REFERENCE, REQUESTER, ERROR);
    }

    /** As many cases that begin alike are looked up one by one; where there are more, the newest are soon found among all. */
    private static final int MOST_ALIKE = 20_000;

    /** The newest cases. O(log cases) and those that are answered where one thing is asked for. */
    List<CaseRow> list(Tx tx, WantedCases w) {
        Map<By, Object> wanted = wanted(w);
        // the one that fewest cases have in common comes first
        Optional<By> first = wanted.keySet().stream().findFirst();
        StringBuilder sql = new StringBuilder(CASE);
        List<Object> values = new ArrayList<>();
        first.ifPresent(by -> sql.append(" use index (").append(by.index).append(")"));
        sql.append(" where ").append(CaseNumbers.OF_THE_DESK);
        wanted.forEach((by, value) -> {
            sql.append(" and ").append(by.column).append(" = ?");
            values.add(value);
        });
        if (w.waits() != null) {
            sql.append(" and waits_for = ?");
            values.add(w.waits());
        }
        if (w.q() != null && !w.q().isBlank()) {
            begun(tx, lower(w.q().strip()), sql, values);
        }
        if (w.before() != null) {
            sql.append(" and number < ?");
            values.add(w.before());
        }
        // all columns of the index stand in the order, so that it is read from its end and no further than needed
        sql.append(" order by ");
        first.ifPresent(by -> sql.append(by.column).append(" desc, "));
        sql.append("number desc limit ?");
        values.add(w.most());
        return tx.list(sql.toString(), CaseStore::row, values.toArray());
    }

    long openCases(Tx tx) {
        return tx.one(
                        "select count(*) from desk_case where status = 'open' and " + CaseNumbers.OF_THE_DESK,
                        r -> r.getLong(1))
                .orElse(0L);
    }

    long newestNumber(Tx tx) {
        return tx.one("select greatest(coalesce(max(number), 0), 0) from desk_case", r -> r.getLong(1))
                .orElse(0L);
    }

    /** All cases that somebody has or had. */
    List<Long> numbersOf(Tx tx, Who agent) {
        return tx.list("select number from desk_case where agent = ?", r -> r.getLong(1), agent);
    }

    private static Map<By, Object> wanted(WantedCases w) {
        Map<By, Object> wanted = new EnumMap<>(By.class);
        wanted.put(By.DEVICE, lower(w.device()));
        wanted.put(By.REFERENCE, lower(w.reference()));
        wanted.put(By.REQUESTER, lower(w.requester()));
        wanted.put(By.ERROR, w.error());
        wanted.put(By.AGENT, w.agent());
        // only open cases wait for something
        wanted.put(By.STATUS, w.status() == null && w.waits() != null ? "open" : w.status());
        wanted.values().removeIf(Objects::isNull);
        return wanted;
    }

    /** Those whose device, reference, requester or error begins so, or whose number it is. */
    private static void begun(Tx tx, String word, StringBuilder sql, List<Object> values) {
        List<Long> numbers = new ArrayList<>();
        boolean many = false;
        for (By by : By.BEGUN) {
            List<Long> found = tx.list(
                    "select number from desk_case use index (" + by.index + ") where " + by.column + " >= ? and "
                            + by.column + " < ? limit ?",
                    r -> r.getLong(1),
                    word,
                    word + Character.MAX_VALUE,
                    MOST_ALIKE + 1);
            many |= found.size() > MOST_ALIKE;
            numbers.addAll(found);
        }
        if (word.matches("\\d{1,18}")) {
            numbers.add(Long.valueOf(word));
        }
        if (!many) {
            sql.append(" and number in (select n from unnest(cast(? as bigint array)) t(n))");
            values.add(numbers.toArray(Long[]::new));
            return;
        }
        sql.append(" and (");
        for (By by : By.BEGUN) {
            sql.append(by.column).append(" >= ? and ").append(by.column).append(" < ? or ");
            values.addAll(List.of(word, word + Character.MAX_VALUE));
        }
        sql.append("cast(number as varchar) = ?)");
        values.add(word);
    }

    private static String lower(String s) {
        return s == null || s.isBlank() ? null : s.toLowerCase(java.util.Locale.ROOT);
    }

    record Text(long id, String text, Instant at, Who agent) {}

    List<Text> texts(Tx tx, long number) {
        return tx.list(
                "select id, text, at, agent from case_text where number = ? order by id",
                r -> new Text(r.getLong("id"), r.getString("text"), Tx.instant(r, "at"), Who.of(r, "agent")),
                number);
    }

    long addText(Tx tx, long number, String text, Instant at, Who agent) {
        return tx.insert(
                "insert into case_text (number, text, at, agent) values (?, ?, ?, ?)", number, text, at, agent);
    }

    record Fact(String name, String value, String source, Instant at, Who agent) {}

    /** A case and what it is about; {@code error} null if that is not known. */
    record About(long number, String error) {}

    /** Gives a product another name in all cases; these. */
    List<About> renameProduct(Tx tx, String from, String to) {
        List<About> cases = tx.list(
                "select number, error_key from desk_case where product = ?",
                r -> new About(r.getLong("number"), r.getString("error_key")),
                from);
        tx.run("update desk_case set product = ? where product = ?", to, from);
        return cases;
    }

    /** The facts that hold now: the newest of each name. */
    List<Fact> facts(Tx tx, long number) {
        return tx.list(
                "select name, value_, source, at, agent from case_fact where id in (select max(id) from case_fact where"
                        + " number = ? group by name) and value_ <> '' order by id",
                r -> new Fact(
                        r.getString("name"),
                        r.getString("value_"),
                        r.getString("source"),
                        Tx.instant(r, "at"),
                        Who.of(r, "agent")),
                number);
    }

    private static final String ADD_FACT =
            "insert into case_fact (number, name, value_, source, at, agent) values (?, ?, ?, ?, ?, ?)";

    void addFact(Tx tx, long number, Fact f) {
        tx.run(ADD_FACT, values(number, f));
    }

    /** Something that is known of a case. */
    record Known(long number, Fact fact) {}

    void addFacts(Tx tx, List<Known> facts) {
        tx.batch(ADD_FACT, facts.stream().map(k -> values(k.number(), k.fact())).toList());
    }

    private static Object[] values(long number, Fact f) {
        return new Object[] {number, f.name(), f.value(), f.source(), f.at(), f.agent()};
    }

    record Note(String text, Instant at, Who agent) {}

    List<Note> notes(Tx tx, long number) {
        return tx.list(
                "select text, at, agent from case_note where number = ? order by id",
                r -> new Note(r.getString("text"), Tx.instant(r, "at"), Who.of(r, "agent")),
                number);
    }

    void addNote(Tx tx, long number, Note n) {
        tx.run(
                "insert into case_note (number, text, at, agent) values (?, ?, ?, ?)",
                number,
                n.text(),
                n.at(),
                n.agent());
    }

    /** A case that ended after {@code since} with the same error on the same device, the latest; never this one or a later one. */
    Optional<CaseRow> lastEnded(Tx tx, long before, String error, String device, Instant since) {
        return tx.one(
                CASE
                        + " use index (case_on_device) where number < ? and " + CaseNumbers.OF_THE_DESK
                        + " and error_key = ? and device_folded = ? and status in ('solved',"
                        + " 'worked-around') and closed_at >= ? order by closed_at desc limit 1",
                CaseStore::row,
                before,
                error,
                lower(device),
                since);
    }

    /** The latest other case on the same device. */
    Optional<Long> lastOnDevice(Tx tx, long before, String device) {
        return tx.one(
                "select number from desk_case use index (case_on_device) where number < ? and "
                        + CaseNumbers.OF_THE_DESK + " and device_folded = ?"
                        + " order by device_folded desc, number desc limit 1",
                r -> r.getLong(1),
                before,
                lower(device));
    }

    record Handover(Who giver, Who taker, String note, Instant at) {}

    List<Handover> handovers(Tx tx, long number) {
        return tx.list(
                "select giver, taker, note, at from case_handover where number = ? order by id",
                r -> new Handover(Who.of(r, "giver"), Who.of(r, "taker"), r.getString("note"), Tx.instant(r, "at")),
                number);
    }

    void addHandover(Tx tx, long number, Handover h) {
        tx.run(
                "insert into case_handover (number, giver, taker, note, at) values (?, ?, ?, ?, ?)",
                number,
                h.giver(),
                h.taker(),
                h.note(),
                h.at());
    }

    /** How the first text of each of these cases begins, by case; cases without any are not in it. */
    Map<Long, String> firstTexts(Tx tx, List<Long> numbers) {
        Map<Long, String> texts = new HashMap<>();
        if (!numbers.isEmpty()) {
            tx.list(
                    "select t.number, substring(t.text, 1, 1000) as said from case_text t where t.number = any(?) and t.id ="
                            + " (select min(f.id) from case_text f where f.number = t.number)",
                    r -> texts.put(r.getLong("number"), r.getString("said")),
                    (Object) numbers.toArray(Long[]::new));
        }
        return texts;
    }

    /** What was found out or answered later: the newest value of each kind. */
    Map<String, String> corrections(Tx tx, long number) {
        Map<String, String> newest = new LinkedHashMap<>();
        tx.list(
                "select what, value_ from case_correction where number = ? order by id",
                r -> newest.put(r.getString("what"), r.getString("value_")),
                number);
        return newest;
    }

    void correct(Tx tx, long number, String what, String value, Instant at, Who agent) {
        tx.run(
                "insert into case_correction (number, what, value_, at, agent) values (?, ?, ?, ?, ?)",
                number,
                what,
                value,
                at,
                agent);
    }

    /** Cases handed over since then of which nobody has said yet what cured them, newest first. */
    List<CaseRow> uncured(Tx tx, Who agent, Instant since, int most) {
        return tx.list(
                CASE
                        + " c use index (case_closed_by) where status = 'handed-over' and agent = ? and closed_at >= ? and error_key is not null and "
                        + CaseNumbers.ofTheDesk("c.number") + " and not exists"
                        + " (select 1 from case_correction x where x.number = c.number and x.what = 'cured-by') order by number desc limit ?",
                CaseStore::row,
                agent,
                since,
                most);
    }

    /** A case that came in before, by the key it came in under. */
    record Imported(String key, long number, String hash) {}

    /** Which of these came in before. */
    Map<String, Imported> imported(Tx tx, Collection<String> keys) {
        return tx
                .list(
                        "select import_key, number, import_hash from desk_case where import_key = any(?)",
                        r -> new Imported(r.getString("import_key"), r.getLong("number"), r.getString("import_hash")),
                        (Object) keys.toArray(String[]::new))
                .stream()
                .collect(Collectors.toMap(Imported::key, Function.identity()));
    }

    /** When these cases were opened that were opened here; none that came in from elsewhere. */
    Map<Long, Instant> opened(Tx tx, Collection<Long> numbers) {
        Map<Long, Instant> opened = new HashMap<>();
        tx.list(
                "select number, opened_at from desk_case where import_key is null and number = any(?)",
                r -> opened.put(r.getLong("number"), Tx.instant(r, "opened_at")),
                (Object) numbers.toArray(Long[]::new));
        return opened;
    }
}
