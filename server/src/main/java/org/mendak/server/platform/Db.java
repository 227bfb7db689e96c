package org.mendak.server.platform;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.function.Consumer;
import java.util.function.Function;
import javax.sql.DataSource;
import org.h2.engine.SessionLocal;
import org.h2.jdbc.JdbcConnection;
import org.h2.mvstore.MVStore;
import org.h2.mvstore.MVStoreException;
import org.springframework.boot.sql.init.dependency.DependsOnDatabaseInitialization;
import org.springframework.stereotype.Component;

/**
 * Transactions over the one data source. Services open them, Stores work in them. One that wrote ends when what it wrote is on the disk; those that
 * end at the same time are written together ({@link OnDisk}).
 */
@Component
@DependsOnDatabaseInitialization
public class Db {

    private final DataSource source;
    private final DeskState state;
    private final SlowStatements slow;
    private final OnDisk onDisk = new OnDisk();

    Db(DataSource source, DeskState state, SlowStatements slow) {
        this.slow = slow;
        this.source = source;
        this.state = state;
    }

    /**
     * Runs work in one transaction: committed when it returns, rolled back when it throws. What was registered with {@link
     * Tx#afterCommit} runs afterwards.
     *
     * @throws DbException if the database refuses
     */
    public <T> T tx(Function<Tx, T> work) {
        return tx(work, true);
    }

    /**
     * The same for one of many that come to something together: it ends when it is committed. It is on the disk when one that wrote ends behind it, or
     * {@link #settle} does; until then nobody is to be told that anything is done.
     */
    public <T> T oneOfMany(Function<Tx, T> work) {
        return tx(work, false);
    }

    private <T> T tx(Function<Tx, T> work, boolean waits) {
        Tx tx;
        T result;
        MVStore file = null;
        try (Connection c = source.getConnection()) {
            tx = new Tx(c, state, slow);
            try {
                result = work.apply(tx);
                c.commit();
                file = waits && tx.wrote() ? fileOf(c) : null;
            } catch (RuntimeException | Error e) {
                rollback(c, e);
                throw e;
            }
        } catch (SQLException e) {
            state.seen(e, "");
            throw new DbException("transaction failed", e);
        }
        if (file != null) {
            written(file);
        }
        tx.committed();
        return result;
    }

    /**
     * Returns when all that was committed is on the disk.
     *
     * @throws DbException if it cannot be written
     */
    public void settle() {
        MVStore file;
        try (Connection c = source.getConnection()) {
            file = fileOf(c);
        } catch (SQLException e) {
            state.seen(e, "");
            throw new DbException("transaction failed", e);
        }
        written(file);
    }

    /** The connection is given back before: who waits for the disk holds none. */
    private void written(MVStore file) {
        try {
            onDisk.await(file::commit);
        } catch (MVStoreException e) {
            SQLException told = new SQLException("could not be written", e);
            state.seen(told, "");
            throw new DbException("transaction failed", told);
        }
    }

    private static MVStore fileOf(Connection c) throws SQLException {
        SessionLocal session = (SessionLocal) c.unwrap(JdbcConnection.class).getSession();
        return session.getDatabase().getStore().getMvStore();
    }

    /** What went wrong first is what is told. */
    private static void rollback(Connection c, Throwable first) {
        try {
            c.rollback();
        } catch (SQLException e) {
            first.addSuppressed(e);
        }
    }

    /** {@link #tx} for work without a result. */
    public void run(Consumer<Tx> work) {
        tx(t -> {
            work.accept(t);
            return null;
        });
    }
}
