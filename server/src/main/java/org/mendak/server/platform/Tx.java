package org.mendak.server.platform;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;

/** One open transaction: runs statements, binds values, maps rows. Made by {@link Db} alone. */
public final class Tx {

    /** Maps the row at hand. */
    @FunctionalInterface
    public interface RowMapper<T> {
        T map(ResultSet row) throws SQLException;
    }

    private final Connection connection;
    private final DeskState state;
    private final SlowStatements slow;
    private final List<Runnable> after = new ArrayList<>();
    private final Map<Object, Object> kept = new HashMap<>();
    private boolean wrote;

    Tx(Connection connection, DeskState state, SlowStatements slow) {
        this.slow = slow;
        this.connection = connection;
        this.state = state;
    }

    /** Runs this once the transaction is committed; not at all if it is rolled back. */
    public void afterCommit(Runnable work) {
        after.add(work);
    }

    /**
     * What is asked for several times in a transaction and looked up once.
     *
     * @param key what it is; equal keys are the same thing
     */
    @SuppressWarnings("unchecked") // whoever keeps something under a key asks for the same type again
    public <T> T once(Object key, Supplier<T> look) {
        if (!kept.containsKey(key)) {
            kept.put(key, look.get());
        }
        return (T) kept.get(key);
    }

    /** What was looked up under this key has changed meanwhile. */
    public void forget(Object key) {
        kept.remove(key);
    }

    void committed() {
        after.forEach(Runnable::run);
    }

    /** All rows. */
    public <T> List<T> list(String sql, RowMapper<T> mapper, Object... values) {
        return with(sql, values, s -> {
            List<T> rows = new ArrayList<>();
            try (ResultSet r = s.executeQuery()) {
                while (r.next()) {
                    rows.add(mapper.map(r));
                }
            }
            return rows;
        });
    }

    /** The first row, or empty. */
    public <T> Optional<T> one(String sql, RowMapper<T> mapper, Object... values) {
        return with(sql, values, s -> {
            try (ResultSet r = s.executeQuery()) {
                return r.next() ? Optional.ofNullable(mapper.map(r)) : Optional.<T>empty();
            }
        });
    }

    /** Changes rows; how many. Like all that writes, refused while the desk cannot store. */
    public int run(String sql, Object... values) {
        writes();
        return with(sql, values, PreparedStatement::executeUpdate);
    }

    /** Inserts one row; the key it was given. */
    public long insert(String sql, Object... values) {
        writes();
        return with(
                sql,
                values,
                s -> {
                    s.executeUpdate();
                    try (ResultSet keys = s.getGeneratedKeys()) {
                        keys.next();
                        return keys.getLong(1);
                    }
                },
                Statement.RETURN_GENERATED_KEYS);
    }

    /** Inserts many rows; the keys they were given, in their order. */
    public List<Long> insertAll(String sql, List<Object[]> rows) {
        writes();
        return with(
                sql,
                new Object[0],
                s -> {
                    for (Object[] row : rows) {
                        bind(s, row);
                        s.addBatch();
                    }
                    s.executeBatch();
                    List<Long> given = new ArrayList<>(rows.size());
                    try (ResultSet keys = s.getGeneratedKeys()) {
                        while (keys.next()) {
                            given.add(keys.getLong(1));
                        }
                    }
                    return given;
                },
                Statement.RETURN_GENERATED_KEYS);
    }

    /** Runs one statement with many sets of values. */
    public void batch(String sql, List<Object[]> rows) {
        writes();
        with(sql, new Object[0], s -> {
            for (Object[] row : rows) {
                bind(s, row);
                s.addBatch();
            }
            return s.executeBatch();
        });
    }

    /** Runs a statement about the database as a whole, which is not part of the transaction. */
    public void outside(String sql) {
        wrote = true;
        with(sql, new Object[0], PreparedStatement::execute);
    }

    private void writes() {
        state.refuseWriting();
        wrote = true;
    }

    /** Whether it may have changed anything. */
    boolean wrote() {
        return wrote;
    }

    private interface Work<T> {
        T apply(PreparedStatement s) throws SQLException;
    }

    private <T> T with(String sql, Object[] values, Work<T> work) {
        return with(sql, values, work, Statement.NO_GENERATED_KEYS);
    }

    private <T> T with(String sql, Object[] values, Work<T> work, int keys) {
        long begun = System.nanoTime();
        try (PreparedStatement s = connection.prepareStatement(sql, keys)) {
            bind(s, values);
            return work.apply(s);
        } catch (SQLException e) {
            state.seen(e, sql);
            throw new DbException("refused: " + sql, e);
        } finally {
            slow.ended(sql, begun);
        }
    }

    private static void bind(PreparedStatement s, Object[] values) throws SQLException {
        for (int i = 0; i < values.length; i++) {
            Object v = values[i];
            s.setObject(i + 1, bound(v));
        }
    }

    private static Object bound(Object value) {
        if (value instanceof Instant t) {
            return OffsetDateTime.ofInstant(t, ZoneOffset.UTC);
        }
        return value instanceof Who who ? (Object) who.id() : value;
    }

    /** The instant of a column; null if it is null. */
    public static Instant instant(ResultSet row, String column) throws SQLException {
        Timestamp t = row.getTimestamp(column);
        return t == null ? null : t.toInstant();
    }

    /** The same by the column's place, from 1. */
    public static Instant instant(ResultSet row, int column) throws SQLException {
        Timestamp t = row.getTimestamp(column);
        return t == null ? null : t.toInstant();
    }

    /** The number of a column; null if it is null. */
    public static Double number(ResultSet row, String column) throws SQLException {
        double d = row.getDouble(column);
        return row.wasNull() ? null : d;
    }
}
