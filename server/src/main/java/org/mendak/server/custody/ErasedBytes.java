package org.mendak.server.custody;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.Trace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/**
 * What was erased from the desk still stands in its file, in places that the database will use again some day. Once the database is closed the file
 * is written anew without them. The data source depends on this, so that it is closed before.
 */
@Component(ErasedBytes.BEAN)
public class ErasedBytes implements DisposableBean {

    static final String BEAN = "erasedBytes";

    private static final Logger LOG = LoggerFactory.getLogger(ErasedBytes.class);
    private static final String MARK = "erased";

    private final DeskFolder folder;

    ErasedBytes(DeskFolder folder) {
        this.folder = folder;
    }

    private Path mark() {
        return folder.path().resolve(MARK);
    }

    /** Something is being erased; told before it is stored, since a mark too many does no harm. */
    public void remain() {
        try {
            if (!Files.exists(mark())) {
                Files.writeString(
                        mark(), "The file is written anew when Mendak ends, without what was erased from it.\n");
                DeskFolder.forOwnerAlone(mark());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Whether the desk's file still has what was erased. */
    boolean haveRemained() {
        return Files.exists(mark());
    }

    /** The database is closed. If this fails the file stays as it is, and the next end tries again. */
    @Override
    public void destroy() throws IOException {
        if (!Files.exists(mark()) || !DeskFile.isThere(folder.database())) {
            return;
        }
        try {
            compact(folder.database());
            Files.delete(mark());
        } catch (SQLException e) {
            LOG.warn(
                    "the desk's file could not be written anew without what was erased; that is tried again at the next end: {}",
                    Trace.of(e));
        }
    }

    /** Writes a database's file anew, that nobody has open: what is in it stays, and nothing else. */
    static void compact(Path file) throws SQLException {
        try (Connection c = DriverManager.getConnection(DeskFile.url(file, ""), DeskFile.USER, "");
                Statement s = c.createStatement()) {
            s.execute("shutdown compact");
        }
    }
}
