package org.mendak.server.platform;

import com.fasterxml.jackson.annotation.JsonValue;
import java.sql.SQLException;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import org.h2.mvstore.DataUtils;
import org.h2.mvstore.MVStoreException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * How the desk's file is. What is found wrong is said at once: here, in the log, by health, on every page. While the disk is full
 * writing is refused before the database fails, and reading goes on.
 */
@Component
public class DeskState {

    private static final Logger LOG = LoggerFactory.getLogger(DeskState.class);

    /** What is wrong; the later ones are worse. */
    public enum Trouble {
        NONE,
        FULL,
        CLOSED,
        DAMAGED;

        @JsonValue
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** Trouble and a sentence about it for people; empty if all is well. */
    public record Told(Trouble trouble, String sentence) {}

    /** Told of each change. */
    @FunctionalInterface
    public interface Listener {
        void changed(Told now);
    }

    private static final int MOST_CAUSES = 20;

    private static final Told WELL = new Told(Trouble.NONE, "");

    /** H2's code for a file that is not what it should be, and those of its store. */
    private static final int FILE_CORRUPTED = 90030;

    private static final Set<Integer> STORE_DAMAGED = Set.of(
            DataUtils.ERROR_FILE_CORRUPT,
            DataUtils.ERROR_UNSUPPORTED_FORMAT,
            DataUtils.ERROR_CHUNK_NOT_FOUND,
            DataUtils.ERROR_BLOCK_NOT_FOUND);

    /** H2's codes for a database that is no longer open, and for a disk that takes or gives nothing; and those of its store. */
    private static final Set<Integer> CLOSED = Set.of(90098, 90121, 90028, 90031, 90020);

    private static final Set<Integer> STORE_CLOSED =
            Set.of(DataUtils.ERROR_CLOSED, DataUtils.ERROR_WRITING_FAILED, DataUtils.ERROR_READING_FAILED);

    private final List<Listener> listeners = new CopyOnWriteArrayList<>();
    private Told now = WELL;

    public void listen(Listener listener) {
        listeners.add(listener);
    }

    public synchronized Told told() {
        return now;
    }

    /**
     * Refuses what would write.
     *
     * @throws Refusal 503 while nothing can be stored
     */
    public void refuseWriting() {
        Told t = told();
        if (t.trouble() != Trouble.NONE) {
            throw Refusal.unavailable(t.sentence() + " Nothing was stored; what you typed is kept on your page.");
        }
    }

    /** The disk has too little room. */
    public void full(long bytesLeft) {
        become(
                Trouble.FULL,
                "The disk that holds the desk is nearly full (" + (bytesLeft >> 20)
                        + " MB left), so nothing is stored at the moment; reading goes on.");
    }

    /** There is room again. */
    public void roomAgain() {
        over(Trouble.FULL);
    }

    /** The database was opened again and answers. */
    public void reopened() {
        over(Trouble.CLOSED);
    }

    /** Pictures alone are deleted, and one may go while somebody reads it. */
    private static final String DELETED_MEANWHILE = "case_picture";

    /**
     * What the database said when it refused; most of that is about one statement and nothing to worry about.
     *
     * @param sql the statement; empty if it was about the connection
     */
    public void seen(SQLException e, String sql) {
        if (sql.contains(DELETED_MEANWHILE) && isOfStore(e, Set.of(DataUtils.ERROR_BLOCK_NOT_FOUND))) {
            return;
        }
        if (e.getErrorCode() == FILE_CORRUPTED || isOfStore(e, STORE_DAMAGED)) {
            become(
                    Trouble.DAMAGED,
                    "A part of the desk's file cannot be read; it is damaged. Nothing more is stored. Restore a backup.");
        } else if (CLOSED.contains(e.getErrorCode()) || isOfStore(e, STORE_CLOSED)) {
            become(Trouble.CLOSED, "The desk's file could not be written, and is being opened again.");
        }
    }

    private static boolean isOfStore(Throwable e, Set<Integer> codes) {
        Throwable t = e;
        // H2's own causes can lead in a ring
        for (int depth = 0; t != null && depth < MOST_CAUSES; depth++, t = t.getCause()) {
            if (t instanceof MVStoreException s && codes.contains(s.getErrorCode())) {
                return true;
            }
        }
        return false;
    }

    private void become(Trouble trouble, String sentence) {
        Told told;
        synchronized (this) {
            if (trouble.compareTo(now.trouble()) < 0 || now.sentence().equals(sentence)) {
                return;
            }
            boolean same = now.trouble() == trouble;
            now = new Told(trouble, sentence);
            told = now;
            if (same) {
                return;
            }
        }
        LOG.error("{}", sentence);
        listeners.forEach(l -> l.changed(told));
    }

    private void over(Trouble trouble) {
        synchronized (this) {
            if (now.trouble() != trouble) {
                return;
            }
            now = WELL;
        }
        LOG.warn("{}: it is over", trouble.word());
        listeners.forEach(l -> l.changed(WELL));
    }
}
