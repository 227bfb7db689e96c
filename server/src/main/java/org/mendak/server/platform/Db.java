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

    Db(DataSource source) {
        this.source = source;
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
            tx = new Tx(c);
            try {
                result = work.apply(tx);
                c.commit();
            } catch (RuntimeException | Error e) {
                c.rollback();
                throw e;
            }
        } catch (SQLException e) {
            throw new DbException("transaction failed", e);
        }
        tx.committed();
        return result;
    }

    /** {@link #tx} for work without a result. */
    public void run(Consumer<Tx> work) {
        tx(t -> {
            work.accept(t);
            return null;
        });
    }
}
