package org.mendak.server.platform;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.function.Consumer;
import java.util.function.Function;
import javax.sql.DataSource;
import org.springframework.boot.sql.init.dependency.DependsOnDatabaseInitialization;
import org.springframework.stereotype.Component;

/** Transactions over the one data source. Services open them, Stores work in them. */
@Component
@DependsOnDatabaseInitialization
public class Db {

    private final DataSource source;
    private final DeskState state;

    Db(DataSource source, DeskState state) {
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
        Tx tx;
        T result;
        try (Connection c = source.getConnection()) {
            tx = new Tx(c, state);
            try {
                result = work.apply(tx);
                c.commit();
            } catch (RuntimeException | Error e) {
                rollback(c, e);
                throw e;
            }
        } catch (SQLException e) {
            state.seen(e, "");
            throw new DbException("transaction failed", e);
        }
        tx.committed();
        return result;
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
