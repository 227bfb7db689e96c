package org.mendak.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mendak.server.OnDesk;

/** Transactions, and what the schema itself refuses whatever the code above it does. */
class DbTest extends OnDesk {

    private Db db;

    @BeforeAll
    void start() {
        db = app.bean(Db.class);
        db.run(tx -> {
            tx.run(
                    "insert into desk_case (error_key, status, agent, opened_at) values ('e', 'open', 1, ?)",
                    Instant.parse("2026-03-01T08:00:00Z"));
            tx.run(
                    "insert into attempt (number, fix_key, position, agent, started_at) values (1, 'f', 1, 1, ?)",
                    Instant.parse("2026-03-01T08:00:00Z"));
        });
    }

    private long count(String table) {
        return db.tx(tx -> tx.one("select count(*) from " + table, r -> r.getLong(1)))
                .orElseThrow();
    }

    @Test
    void whatThrowsIsRolledBackWholeAndTellsNobody() {
        List<String> told = new ArrayList<>();
        long before = count("case_note");
        assertThatThrownBy(() -> db.run(tx -> {
                    tx.afterCommit(() -> told.add("committed"));
                    tx.run(
                            "insert into case_note (number, text, at, agent) values (1, 'a', ?, 1)",
                            Instant.parse("2026-03-01T08:00:00Z"));
                    throw new IllegalStateException("half-way");
                }))
                .hasMessage("half-way");
        assertThat(count("case_note")).isEqualTo(before);
        assertThat(told).isEmpty();
    }

    @Test
    void whatIsRegisteredRunsOnceAfterTheCommit() {
        List<Long> seen = new ArrayList<>();
        long before = count("case_note");
        db.run(tx -> {
            tx.run(
                    "insert into case_note (number, text, at, agent) values (1, 'b', ?, 1)",
                    Instant.parse("2026-03-01T08:00:00Z"));
            tx.afterCommit(() -> seen.add(count("case_note")));
        });
        assertThat(seen).containsExactly(before + 1);
    }

    @Test
    void instantsComeBackAsTheyWentIn() {
        Instant at = Instant.parse("2026-03-29T01:30:00.123456Z");
        db.run(tx -> tx.run("insert into case_note (number, text, at, agent) values (1, 'summer time', ?, 1)", at));
        Instant back = db.tx(
                        tx -> tx.one("select at from case_note where text = 'summer time'", r -> Tx.instant(r, "at")))
                .orElseThrow();
        assertThat(back).isEqualTo(at);
    }

    /** Each by the very constraint that is meant, as SQL:2016 numbers them: a wrong word in a statement would be class 42. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            23513 | update attempt set outcome = 'splendid' where id = 1
            23513 | update attempt set minutes = -1 where id = 1
            23513 | update attempt set position = 0 where id = 1
            23513 | update desk_case set status = 'lost' where number = 1
            23513 | update desk_case set status = 'solved' where number = 1
            23513 | update desk_case set reached = 'by pigeon' where number = 1
            23513 | update desk_case set waits_for = 'godot' where number = 1
            23506 | insert into attempt (number, fix_key, position, agent, started_at) values (99, 'f', 1, 1, NOW)
            23505 | insert into attempt (number, fix_key, position, agent, started_at) values (1, 'f', 1, 1, NOW)
            23506 | insert into case_pin (number, kind, doc_key, revision) values (1, 'fix', 'none', 1)
            23506 | insert into revision (kind, doc_key, number, text, author, note, at) values ('fix', 'none', 1, '', 1, '', NOW)
            23513 | insert into document (kind, doc_key, title, status, latest) values ('poem', 'p', '', 'draft', 1)
            23513 | insert into document (kind, doc_key, title, status, latest) values ('fix', 'p', '', 'published', 1)
            23513 | insert into document (kind, doc_key, title, status, latest, published) values ('fix', 'p', '', 'published', 1, 2)
            23513 | insert into person (login, name, role, password_hash, created_at) values ('x', 'x', 'king', '', NOW)
            23513 | insert into attempt_correction (attempt_id, what, at, agent) values (1, 'forgotten', NOW, 1)
            23513 | insert into put_back (number, attempt_id, step, text, command, fence, due_after, state, at) values (1, 1, 0, 't', '', 'sh', 'always', 'eaten', NOW)
            """)
    void theSchemaRefusesWhatCannotBe(String state, String sql) {
        String dated = sql.replace("NOW", "timestamp with time zone '2026-03-01 08:00:00+00'");
        assertThatThrownBy(() -> db.run(tx -> tx.run(dated)))
                .isInstanceOf(DbException.class)
                .cause()
                .isInstanceOfSatisfying(
                        SQLException.class, e -> assertThat(e.getSQLState()).isEqualTo(state));
    }

    @Test
    void aRefusalNamesTheStatementAndNotItsValues() {
        assertThatThrownBy(() -> db.run(tx -> tx.run("insert into nowhere (a) values (?)", "a secret")))
                .isInstanceOf(DbException.class)
                .hasMessageContaining("nowhere")
                .message()
                .doesNotContain("a secret");
    }
}
